package jeton.core.notice;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.problem.Problems;

/**
 * What one reader is told of (O1).
 *
 * @param usual how soon, by kind; a kind that is not named is not told
 * @param offers what is otherwise for single offers
 * @param emails the emails whose opening is told
 * @param at local time of day at which digests leave, in the business's zone
 * @param day on which the weekly one leaves
 * @param people whether names, addresses and what people wrote are told; else numbers alone
 */
public record NoticeSettings(
    Map<NoticeKind, NoticePace> usual,
    List<ForOffer> offers,
    List<ChosenEmail> emails,
    LocalTime at,
    DayOfWeek day,
    boolean people) {
  private static final int MOST_OFFERS = 50;
  private static final int MOST_EMAILS = 50;

  public NoticeSettings {
    usual = usual == null ? Map.of() : Map.copyOf(usual);
    offers = offers == null ? List.of() : List.copyOf(offers);
    emails = emails == null ? List.of() : List.copyOf(emails);
    at = at == null ? LocalTime.of(8, 0) : at;
    day = day == null ? DayOfWeek.MONDAY : day;
  }

  /**
   * What is otherwise for one offer.
   *
   * @param paces by kind; a kind that is not named goes as usual
   */
  public record ForOffer(long offerId, Map<NoticeKind, NoticePace> paces) {
    public ForOffer {
      paces = paces == null ? Map.of() : Map.copyOf(paces);
    }
  }

  /** An email whose opening is told: a sequence's, or one to many. */
  public record ChosenEmail(Of of, long id) {
    /** What it is. */
    public enum Of {
      /** One that sequences send. */
      EMAIL,
      MAILING
    }
  }

  /** What an owner begins with: all that came in once a day, trouble at once. */
  public static NoticeSettings ofOwner() {
    Map<NoticeKind, NoticePace> usual = new EnumMap<>(NoticeKind.class);
    Arrays.stream(NoticeKind.values()).forEach(kind -> usual.put(kind, NoticePace.DAILY));
    usual.put(NoticeKind.OPENED, NoticePace.NOT);
    usual.put(NoticeKind.TROUBLE, NoticePace.AT_ONCE);
    return new NoticeSettings(usual, List.of(), List.of(), null, null, true);
  }

  /** What a further address begins with: numbers, once a week. */
  public static NoticeSettings ofFurther() {
    return new NoticeSettings(
        Map.of(NoticeKind.SIGN_UP, NoticePace.WEEKLY, NoticeKind.CONFIRMED, NoticePace.WEEKLY),
        List.of(),
        List.of(),
        null,
        null,
        false);
  }

  /** How soon something of a kind is told, about an offer or about none. */
  public NoticePace pace(NoticeKind kind, Optional<Long> offerId) {
    return offerId
        .flatMap(id -> offers.stream().filter(own -> own.offerId() == id).findFirst())
        .map(own -> own.paces().get(kind))
        .orElse(usual.getOrDefault(kind, NoticePace.NOT));
  }

  /** Whether anything at all is told in digests of a pace. */
  public boolean wants(NoticePace pace) {
    return usual.containsValue(pace)
        || offers.stream().anyMatch(own -> own.paces().containsValue(pace));
  }

  /** Whether the reader is told of the whole business, not only of offers named one by one. */
  public boolean seesAll() {
    return usual.values().stream().anyMatch(pace -> pace != NoticePace.NOT);
  }

  /** Offers named one by one of which something is told. */
  public Set<Long> ownOffers() {
    return offers.stream()
        .filter(own -> own.paces().values().stream().anyMatch(pace -> pace != NoticePace.NOT))
        .map(ForOffer::offerId)
        .collect(Collectors.toSet());
  }

  /** What keeps this from being saved. */
  public Problems check() {
    Problems problems = new Problems();
    problems.when(offers.size() > MOST_OFFERS, "offers", "too_many", "At most 50 offers.");
    problems.when(emails.size() > MOST_EMAILS, "emails", "too_many", "At most 50 emails.");
    Set<Long> seen = new HashSet<>();
    for (int i = 0; i < offers.size(); i++) {
      problems.when(
          !seen.add(offers.get(i).offerId()),
          "offers[" + i + "]",
          "twice",
          "This offer stands here twice.");
    }
    boolean tellsOfOpening =
        usual.getOrDefault(NoticeKind.OPENED, NoticePace.NOT) != NoticePace.NOT;
    problems.when(
        tellsOfOpening && emails.isEmpty(), "emails", "empty", "The opening of which emails?");
    return problems;
  }
}
