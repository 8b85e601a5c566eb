package jeton.server.readiness;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.readiness.Finding;
import jeton.core.readiness.Readiness;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.followup.Sequence;
import jeton.server.followup.Sequences;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.site.Sightings;
import org.springframework.stereotype.Service;

/** Gathers what Readiness looks at. The judging is in core. */
@Service
public class ReadinessCheck {
  private final Business business;
  private final Forms forms;
  private final Sightings sightings;
  private final Sequences sequences;
  private final Clock clock;

  ReadinessCheck(
      Business business, Forms forms, Sightings sightings, Sequences sequences, Clock clock) {
    this.sightings = sightings;
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
            asking(offer.id()),
            offer.settings().confirm(),
            offer.settings().handOver(),
            sequence.steps().stream()
                .map(e -> new Readiness.FollowUp(e.step(), e.content()))
                .toList(),
            clock.instant(),
            settings.zoneId()));
  }

  private List<Readiness.Asking> asking(long offerId) {
    Map<String, Instant> seen = new HashMap<>();
    for (Sightings.LastSeen last : sightings.lastSeen()) {
      last.formKey().ifPresent(key -> seen.merge(key, last.at(), (a, b) -> a.isAfter(b) ? a : b));
    }
    return forms.of(offerId).stream()
        .map(
            form ->
                new Readiness.Asking(
                    form.key(),
                    form.shape(),
                    form.on(),
                    form.settings(),
                    Optional.ofNullable(seen.get(form.key()))))
        .toList();
  }
}
