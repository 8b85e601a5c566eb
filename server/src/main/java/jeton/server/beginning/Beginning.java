package jeton.server.beginning;

import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Watched;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The first hour: a list of steps that ticks itself off, from what is there. It is over for good
 * once somebody confirmed a sign-up, every step is done, or the owner put it away.
 */
@Service
public class Beginning {
  private static final Duration OLDEST = Duration.ofSeconds(20);
  private static final long EVERY_MS = 8_000;
  private final BeginningStore store;
  private final Business business;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Watched<FirstHour> known;

  Beginning(
      BeginningStore store, Business business, ConfigurationVersion configuration, Clock clock) {
    this.store = store;
    this.business = business;
    this.configuration = configuration;
    this.clock = clock;
    known = new Watched<>(configuration, this::read, OLDEST, clock);
  }

  /** What the first hour consists of, in order. */
  public enum Step {
    /** Who the business is and whom its emails come from. */
    BUSINESS,
    /** A test email went through the mail server. */
    MAIL_TRIED,
    /** There is an offer. */
    OFFER,
    /** Somebody looked at what a visitor will meet. */
    REHEARSED,
    /** The snippet was seen on a site. */
    SNIPPET,
    /** An offer takes sign-ups. */
    LIVE
  }

  /** What owners' screens tell, as nothing else knows it. */
  public enum HourMark {
    MAIL_TRIED,
    REHEARSED,
    /** The owner wants the list no more. */
    PUT_AWAY
  }

  /** One step and whether it is done. */
  public record HourStep(Step step, boolean done) {}

  /**
   * The list.
   *
   * @param lines none once the first hour is over
   * @param offerId the newest offer, which the steps lead to
   */
  public record FirstHour(List<HourStep> lines, Optional<Long> offerId) {
    static final FirstHour OVER = new FirstHour(List.of(), Optional.empty());
  }

  /** What is still to be done; what visitors do shows a few seconds later. */
  public FirstHour now() {
    return known.now();
  }

  @Scheduled(fixedDelay = EVERY_MS)
  void lookAgain() {
    known.renewIfLookedAt();
  }

  FirstHour read() {
    Set<HourMark> marks = store.marks();
    BeginningStore.Found found = store.found();
    if (marks.contains(HourMark.PUT_AWAY) || found.somebodyConfirmed()) {
      return FirstHour.OVER;
    }
    List<HourStep> lines =
        Arrays.stream(Step.values())
            .map(step -> new HourStep(step, done(step, marks, found)))
            .toList();
    return lines.stream().allMatch(HourStep::done)
        ? FirstHour.OVER
        : new FirstHour(lines, found.newestOffer());
  }

  private boolean done(Step step, Set<HourMark> marks, BeginningStore.Found found) {
    return switch (step) {
      case BUSINESS -> isKnown(business.now().settings());
      case MAIL_TRIED -> marks.contains(HourMark.MAIL_TRIED);
      case OFFER -> found.newestOffer().isPresent();
      case REHEARSED -> marks.contains(HourMark.REHEARSED);
      case SNIPPET -> found.snippetSeen();
      case LIVE -> found.live();
    };
  }

  private static boolean isKnown(BusinessSettings settings) {
    return List.of(settings.name(), settings.postalAddress(), settings.senderEmail()).stream()
        .noneMatch(String::isBlank);
  }

  /** Notes what an owner's screen tells; twice is once. */
  @Transactional
  public void note(HourMark mark) {
    store.note(mark, clock.instant());
    configuration.changed();
  }

  /** Brings the list back that was put away. */
  @Transactional
  public void bringBack() {
    store.forget(HourMark.PUT_AWAY);
    configuration.changed();
  }
}
