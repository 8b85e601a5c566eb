package jeton.server.rehearsal;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.followup.Step;
import jeton.core.readiness.Finding;
import jeton.core.rehearsal.Moment;
import jeton.core.rehearsal.Rehearsal;
import jeton.core.rehearsal.Setup;
import jeton.core.rehearsal.Visitor;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.readiness.ReadinessCheck;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;

/** Sets the stage for a rehearsal: the configuration as it stands, in the rules' own words. */
@Service
public class Stage {
  private final Offers offers;
  private final Sequences sequences;
  private final ReadinessCheck readiness;
  private final Frames frames;
  private final Business business;
  private final Incentives incentives;
  private final Clock clock;

  Stage(
      Offers offers,
      Sequences sequences,
      ReadinessCheck readiness,
      Frames frames,
      Business business,
      Incentives incentives,
      Clock clock) {
    this.offers = offers;
    this.sequences = sequences;
    this.readiness = readiness;
    this.frames = frames;
    this.business = business;
    this.incentives = incentives;
    this.clock = clock;
  }

  /**
   * What a made-up visitor does. Durations are in minutes.
   *
   * @param signsUp when; now unless told
   * @param formKey by which form; the hosted one unless told
   * @param confirmsAfter from the sign-up; empty for never
   * @param usesAfter from when it was handed over; empty for never
   * @param drafts whether emails that are drafts come too, as if they were ready
   */
  public record RehearsalWish(
      Optional<Instant> signsUp,
      Optional<String> formKey,
      String firstName,
      Optional<String> zone,
      Map<String, String> answers,
      Optional<Long> confirmsAfter,
      Optional<Long> usesAfter,
      Optional<Long> signsUpAgainAfter,
      Optional<Long> leavesAfter,
      boolean drafts) {
    public RehearsalWish {
      answers = answers == null ? Map.of() : Map.copyOf(answers);
      firstName = firstName == null ? "" : firstName;
    }
  }

  /** Everything the visitor meets, in order. */
  public List<Frames.Frame> rehearse(long offerId, RehearsalWish wish) {
    Offer offer = offers.get(offerId);
    List<Sequence> all = inPlay(offer, wish.drafts());
    List<Moment> moments = Rehearsal.of(setup(offer, all), visitor(offer, wish));
    List<Finding> findings = readiness.of(offer, all.get(0));
    return frames.of(offer, all, moments, findings, wish);
  }

  /** The moments alone: what the real thing is compared with. */
  public List<Moment> moments(long offerId, Visitor visitor) {
    Offer offer = offers.get(offerId);
    return Rehearsal.of(setup(offer, inPlay(offer, false)), visitor);
  }

  /** All sequences, the offer's own follow-up first: a tag may start any of them. */
  private List<Sequence> inPlay(Offer offer, boolean drafts) {
    Sequence own = sequences.ofOffer(offer.id());
    List<Sequence> all = new ArrayList<>();
    all.add(own);
    sequences.others().stream().filter(s -> s.id() != own.id()).forEach(all::add);
    return drafts ? all.stream().map(Stage::withDraftsReady).toList() : all;
  }

  private static Sequence withDraftsReady(Sequence s) {
    List<Sequence.Email> steps =
        s.steps().stream()
            .map(
                e ->
                    new Sequence.Email(
                        e.step().madeReady(),
                        e.rules(),
                        e.emailId(),
                        e.emailVersion(),
                        e.content()))
            .toList();
    return new Sequence(s.id(), s.homeOffer(), s.name(), s.version(), s.rules(), s.paused(), steps);
  }

  private Setup setup(Offer offer, List<Sequence> all) {
    BusinessSettings settings = business.now().settings();
    long own = all.get(0).id();
    return new Setup(
        offer.id(),
        offer.settings().confirm(),
        offer.settings().handOver(),
        all.stream()
            .map(
                s ->
                    new Setup.Sequence(
                        s.id(), s.name(), s.timing(), s.rules(), s.id() == own, s.paused()))
            .toList(),
        settings.zoneId(),
        settings.sending().spacing(),
        offer.settings().gives());
  }

  private Visitor visitor(Offer offer, RehearsalWish wish) {
    Instant signsUp = wish.signsUp().orElseGet(() -> clock.instant());
    return new Visitor(
        signsUp,
        wish.zone(),
        wish.answers(),
        wish.confirmsAfter().map(Duration::ofMinutes),
        wish.usesAfter().map(Duration::ofMinutes),
        wish.signsUpAgainAfter().map(Duration::ofMinutes),
        wish.leavesAfter().map(Duration::ofMinutes),
        incentives.comesTo(offer, wish.answers()));
  }

  /** Steps by id, over all sequences. */
  static Map<Long, Sequence.Email> emails(List<Sequence> all) {
    Map<Long, Sequence.Email> emails = new HashMap<>();
    for (Sequence sequence : all) {
      for (Sequence.Email email : sequence.steps()) {
        Step step = email.step();
        emails.put(step.id(), email);
      }
    }
    return emails;
  }
}
