package jeton.server.confirm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.email.EmailVersions;
import jeton.core.trial.Difference;
import jeton.core.trial.Tested;
import jeton.server.email.EmailSource;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSaving;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.problem.Refused;
import jeton.server.trial.RunningTrials;
import jeton.server.trial.Seats;
import jeton.server.trial.TrialContent;
import jeton.server.trial.Tried;
import jeton.server.trial.VersionTrial;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Two versions of an offer's confirmation email. */
@Component
class ConfirmationTrials implements Tried {
  private final Offers offers;
  private final RunningTrials trials;
  private final Seats seats;

  ConfirmationTrials(Offers offers, RunningTrials trials, Seats seats) {
    this.offers = offers;
    this.trials = trials;
    this.seats = seats;
  }

  @Override
  public Tested tested() {
    return Tested.CONFIRMATION;
  }

  @Override
  public Optional<Subject> subject(long targetId) {
    return offers
        .find(targetId)
        .map(
            offer ->
                new Subject(
                    "Confirmation email, " + offer.settings().name(),
                    "/offers/" + offer.id() + "/confirm",
                    Optional.of(offer.id())));
  }

  @Override
  public TrialContent inUse(long targetId) {
    return TrialContent.of(offers.get(targetId).settings().confirm().email());
  }

  @Override
  public TrialContent checked(long targetId, TrialContent other) {
    EmailContent clean =
        offers.checked(with(offers.get(targetId).settings(), of(other))).confirm().email();
    if (!clean.confirms()) {
      // Readiness holds such an offer back; nothing would hold back a version of it.
      throw new Refused(
          "email.blocks",
          "no_confirm_button",
          "Version B needs the button that confirms, or nobody who gets it ever can.");
    }
    return TrialContent.of(clean);
  }

  @Override
  public void use(long targetId, TrialContent other) {
    Offer offer = offers.get(targetId);
    offers.save(targetId, offer.version(), with(offer.settings(), of(other)));
  }

  @Override
  public List<Difference> differences(TrialContent a, TrialContent b) {
    return EmailVersions.differences(of(a), of(b));
  }

  private static OfferSettings with(OfferSettings settings, EmailContent email) {
    return settings.withConfirm(settings.confirm().withEmail(email));
  }

  private static EmailContent of(TrialContent content) {
    return content
        .email()
        .orElseThrow(() -> new Refused("email", "missing", "This is not an email."));
  }

  /** What is tried stays as it is. */
  @EventListener
  void saving(OfferSaving saving) {
    EmailContent before = saving.before().settings().confirm().email();
    if (!saving.settings().confirm().email().equals(before)) {
      trials.refuseChange(Tested.CONFIRMATION, saving.before().id(), "confirm.email");
    }
  }

  /** What each reader is to read, noted with them. */
  Map<Long, EmailContent> contents(List<EmailSource.Claimed> batch) {
    Map<Long, EmailContent> contents = new HashMap<>();
    List<Seats.Seat> taken = new ArrayList<>();
    for (EmailSource.Claimed claimed : batch) {
      long offerId = claimed.email().ofOffer();
      Seats.Reader reader = new Seats.Reader(claimed.email().personId(), claimed.outboxId());
      Optional<VersionTrial> trial = trials.running(Tested.CONFIRMATION, offerId);
      trial.ifPresent(running -> taken.add(Seats.Seat.of(running, reader)));
      contents.put(
          claimed.outboxId(),
          trial
              .flatMap(running -> running.emailFor(reader.personId()))
              .orElseGet(() -> offers.remembered(offerId).settings().confirm().email()));
    }
    seats.sent(taken);
    return contents;
  }
}
