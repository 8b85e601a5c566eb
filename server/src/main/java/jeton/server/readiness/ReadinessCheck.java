package jeton.server.readiness;

import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.email.FillIns;
import jeton.core.readiness.Facts;
import jeton.core.readiness.Finding;
import jeton.core.readiness.Readiness;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.PublicUrl;
import jeton.server.business.SmtpSettings;
import jeton.server.followup.Sequence;
import jeton.server.followup.Sequences;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.people.Lists;
import jeton.server.request.Install;
import jeton.server.site.Sightings;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Service;

/** Gathers what Readiness looks at. The judging is in core. */
@Service
public class ReadinessCheck {
  private final Business business;
  private final Forms forms;
  private final Sequences sequences;
  private final Around around;
  private final Clock clock;

  ReadinessCheck(Business business, Forms forms, Sequences sequences, Around around, Clock clock) {
    this.business = business;
    this.forms = forms;
    this.sequences = sequences;
    this.around = around;
    this.clock = clock;
  }

  /** What lies around an offer. */
  @org.springframework.stereotype.Component
  record Around(
      Sightings sightings,
      Tags tags,
      Lists lists,
      Install install,
      PublicUrl publicUrl,
      Incentives incentives) {}

  /**
   * What is the same for all offers, gathered once.
   *
   * @param seen when each form was last seen on a site, by its key
   */
  private record Shared(Set<String> tags, Set<Long> lists, Map<String, Instant> seen) {}

  private Shared shared() {
    Map<String, Instant> seen = new HashMap<>();
    for (Sightings.LastSeen last : around.sightings().lastSeen()) {
      last.formKey().ifPresent(key -> seen.merge(key, last.at(), (a, b) -> a.isAfter(b) ? a : b));
    }
    return new Shared(around.tags().names(), around.lists().ids(), seen);
  }

  /**
   * What would go wrong with each of several offers as they stand, by their ids; follow-ups and
   * forms from memory.
   */
  public Map<Long, List<Finding>> of(Collection<Offer> offers) {
    Shared shared = shared();
    return offers.stream()
        .collect(
            Collectors.toMap(
                Offer::id,
                o ->
                    of(
                        o,
                        sequences.rememberedOf(o.id()).orElseGet(() -> sequences.ofOffer(o.id())),
                        forms.rememberedOf(o.id()),
                        shared)));
  }

  /** What would go wrong with an offer as it stands. */
  public List<Finding> of(Offer offer) {
    return of(offer, sequences.ofOffer(offer.id()));
  }

  /** What would go wrong with an offer if this were its follow-up. */
  public List<Finding> of(Offer offer, Sequence sequence) {
    return of(offer, sequence, forms.of(offer.id()), shared());
  }

  private List<Finding> of(Offer offer, Sequence sequence, List<Form> asking, Shared shared) {
    BusinessSettings settings = business.now().settings();
    Instant now = clock.instant();
    return Readiness.of(
        new Facts(
            around.incentives().missing(offer),
            new Facts.Business(
                settings.postalAddress(),
                settings.senderName(),
                settings.senderEmail(),
                FillIns.allSaid(settings.whenUnknown(), offer.settings().gives().fillIns()),
                mail(),
                new Facts.Install(
                    around.install().isEncrypted(),
                    around.install().listensToAll(),
                    around.install().hasUnnamedProxy())),
            asking(asking, shared.seen()),
            offer.settings().confirm(),
            offer.settings().handOver(),
            new Facts.FollowUp(
                sequence.steps().stream()
                    .map(e -> new Facts.Written(e.step(), e.content()))
                    .toList(),
                sequence.rules(),
                sequence.paused()),
            shared.tags(),
            shared.lists(),
            new Facts.Timing(
                now,
                settings.zoneId(),
                settings.sending().spacing(),
                offer.endOf(now, settings.zoneId()))));
  }

  private Facts.Mail mail() {
    Optional<SmtpSettings> smtp = business.now().smtp();
    String host = smtp.map(SmtpSettings::host).orElse("");
    boolean here = host.equals("localhost") || host.startsWith("127.") || host.equals("::1");
    String publicHost = URI.create(around.publicUrl().of("/")).getHost();
    return new Facts.Mail(
        smtp.isPresent(),
        smtp.map(SmtpSettings::user).orElse(""),
        smtp.filter(s -> s.security() != SmtpSettings.Security.NONE).isPresent(),
        here,
        publicHost == null ? "" : publicHost);
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
