package jeton.server.readiness;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.email.FillIns;
import jeton.core.readiness.Facts;
import jeton.core.readiness.Finding;
import jeton.core.readiness.Readiness;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;

/** Gathers what Readiness looks at. The judging is in core. */
@Service
public class ReadinessCheck {
  private final Business business;
  private final InstallFacts install;
  private final Forms forms;
  private final Sequences sequences;
  private final Incentives incentives;
  private final SharedFacts shared;
  private final Clock clock;

  ReadinessCheck(
      Business business,
      InstallFacts install,
      Forms forms,
      Sequences sequences,
      Incentives incentives,
      SharedFacts shared,
      Clock clock) {
    this.business = business;
    this.install = install;
    this.forms = forms;
    this.sequences = sequences;
    this.incentives = incentives;
    this.shared = shared;
    this.clock = clock;
  }

  /**
   * What would go wrong with each of several offers as they stand, by their ids; follow-ups and
   * forms from memory.
   */
  public Map<Long, List<Finding>> of(Collection<Offer> offers) {
    SharedFacts.Found found = shared.now();
    return offers.stream()
        .collect(
            Collectors.toMap(
                Offer::id,
                o ->
                    of(
                        o,
                        sequences.rememberedOf(o.id()).orElseGet(() -> sequences.ofOffer(o.id())),
                        forms.rememberedOf(o.id()),
                        found)));
  }

  /** What would go wrong with an offer if this were its follow-up. */
  public List<Finding> of(Offer offer, Sequence sequence) {
    return of(offer, sequence, forms.of(offer.id()), shared.now());
  }

  private List<Finding> of(
      Offer offer, Sequence sequence, List<Form> asking, SharedFacts.Found found) {
    BusinessSettings settings = business.now().settings();
    Instant now = clock.instant();
    return Readiness.of(
        new Facts(
            incentives.missing(offer),
            new Facts.Business(
                settings.postalAddress(),
                settings.senderName(),
                settings.senderEmail(),
                FillIns.allSaid(settings.whenUnknown(), offer.settings().gives().fillIns()),
                install.mail(),
                install.reached()),
            asking(asking, found.seen()),
            offer.settings().confirm(),
            offer.settings().handOver(),
            new Facts.FollowUp(
                sequence.steps().stream()
                    .map(e -> new Facts.Written(e.step(), e.content()))
                    .toList(),
                sequence.rules(),
                sequence.paused()),
            found.tags(),
            found.lists(),
            found.trials().getOrDefault(offer.id(), List.of()),
            new Facts.Timing(
                now,
                settings.zoneId(),
                settings.sending().spacing(),
                offer.endOf(now, settings.zoneId()))));
  }

  private static List<Facts.Asking> asking(List<Form> forms, Map<String, Instant> seen) {
    return forms.stream()
        .map(
            form ->
                new Facts.Asking(
                    form.key(),
                    form.shape(),
                    form.on(),
                    form.settings(),
                    Optional.ofNullable(seen.get(form.key()))))
        .toList();
  }
}
