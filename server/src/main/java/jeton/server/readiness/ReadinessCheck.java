package jeton.server.readiness;

import java.time.Clock;
import java.util.List;
import jeton.core.readiness.Finding;
import jeton.core.readiness.Readiness;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.followup.Sequence;
import jeton.server.followup.Sequences;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Service;

/** Gathers what Readiness looks at. The judging is in core. */
@Service
public class ReadinessCheck {
  private final Business business;
  private final Forms forms;
  private final Sequences sequences;
  private final Clock clock;

  ReadinessCheck(Business business, Forms forms, Sequences sequences, Clock clock) {
    this.business = business;
    this.forms = forms;
    this.sequences = sequences;
    this.clock = clock;
  }

  /** What would go wrong with an offer as it stands. */
  public List<Finding> of(Offer offer) {
    BusinessSettings settings = business.now().settings();
    Sequence sequence = sequences.ofOffer(offer.id());
    return Readiness.of(
        new Readiness.Facts(
            offer.files().size(),
            new Readiness.Business(
                settings.postalAddress(), settings.senderName(), settings.senderEmail()),
            forms.hosted(offer.id()).settings().looks(),
            offer.settings().confirm(),
            offer.settings().handOver(),
            sequence.steps().stream()
                .map(e -> new Readiness.FollowUp(e.step(), e.content()))
                .toList(),
            clock.instant(),
            settings.zoneId()));
  }
}
