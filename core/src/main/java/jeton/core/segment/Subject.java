package jeton.core.segment;

import static jeton.core.segment.Comparison.AFTER;
import static jeton.core.segment.Comparison.BEFORE;
import static jeton.core.segment.Comparison.HAS;
import static jeton.core.segment.Comparison.HAS_NOT;
import static jeton.core.segment.Comparison.IS;
import static jeton.core.segment.Comparison.IS_NOT;
import static jeton.core.segment.Comparison.WITHIN_DAYS;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.people.PersonState;

/** What a condition can be about (L3). */
public enum Subject {
  STATE(Sort.STATE),
  LIST(Sort.ID),
  TAG(Sort.ID),
  FIELD(Sort.FIELD),
  /** Signed up for an offer. */
  SIGNED_UP(Sort.HAPPENED),
  /** Confirmed a sign-up for an offer. */
  CONFIRMED(Sort.HAPPENED),
  PASS_USED(Sort.ID),
  CODE_USED(Sort.ID),
  /** A shop told of an order of theirs. */
  BOUGHT(Sort.HAPPENED),
  /** A quiz's outcome. */
  OUTCOME(Sort.ID),
  /** A wheel's prize. */
  PRIZE(Sort.ID),
  /** A piece of a private page. */
  PIECE_OPENED(Sort.ID),
  EMAIL_SENT(Sort.HAPPENED),
  EMAIL_OPENED(Sort.HAPPENED),
  EMAIL_CLICKED(Sort.HAPPENED),
  /** An email to them came back, or was given up. */
  EMAIL_CAME_BACK(Sort.HAPPENED),
  /** They left by an email's link. */
  EMAIL_LEFT(Sort.HAPPENED),
  /** On the list since. */
  SINCE(Sort.SINCE),
  /** The form they first signed up in. */
  FROM_FORM(Sort.TEXT),
  /** The site they first came from. */
  FROM_SITE(Sort.TEXT),
  FROM_CAMPAIGN(Sort.TEXT),
  ZONE(Sort.TEXT);

  /** How something is asked about. */
  public enum Sort {
    STATE(Set.of(IS, IS_NOT)),
    /** Something had or not. */
    ID(Set.of(HAS, HAS_NOT)),
    /** Something that happened or not, perhaps at a moment. */
    HAPPENED(Set.of(HAS, HAS_NOT)),
    SINCE(Set.of(BEFORE, AFTER, WITHIN_DAYS)),
    TEXT(FieldKind.TEXT.comparisons()),
    /** By the field's own kind. */
    FIELD(Set.of());

    private final Set<Comparison> comparisons;

    Sort(Set<Comparison> comparisons) {
      this.comparisons = comparisons;
    }

    /** What it can be asked, but for fields. */
    public Set<Comparison> comparisons() {
      return comparisons;
    }
  }

  private final Sort sort;

  Subject(Sort sort) {
    this.sort = sort;
  }

  /** How it is asked about. */
  public Sort sort() {
    return sort;
  }

  /** Whether the condition's plain comparison holds; its opposite is not looked at. */
  boolean holds(Criterion.Condition condition, PersonFacts person, Asking asking) {
    return switch (sort) {
      case STATE -> person.state().equals(condition.must());
      case ID -> hasId(condition, person.ids().getOrDefault(this, Set.of()));
      case HAPPENED -> happened(condition, person.happened().getOrDefault(this, List.of()), asking);
      case SINCE ->
          person
              .since()
              .filter(at -> isAt(condition.op(), condition.must(), asking.day(at), asking))
              .isPresent();
      case TEXT -> text(condition, Optional.ofNullable(person.source().get(this)));
      case FIELD -> field(condition, person.fields(), asking);
    };
  }

  private static boolean hasId(Criterion.Condition condition, Set<String> ids) {
    return condition.value().map(ids::contains).orElse(!ids.isEmpty());
  }

  private static boolean happened(
      Criterion.Condition condition, List<PersonFacts.Happened> entries, Asking asking) {
    return entries.stream()
        .filter(entry -> condition.value().map(entry.id()::equals).orElse(true))
        .anyMatch(
            entry ->
                condition
                    .when()
                    .map(when -> isAt(when.op(), when.value(), asking.day(entry.at()), asking))
                    .orElse(true));
  }

  private static boolean field(
      Criterion.Condition condition, Map<String, List<String>> fields, Asking asking) {
    FieldKind kind = asking.fields().of(condition.field()).orElse(FieldKind.TEXT);
    List<String> answers =
        fields.getOrDefault(condition.field(), List.of()).stream()
            .filter(answer -> !PlainText.of(answer).isEmpty())
            .toList();
    if (condition.op().plain() == Comparison.EMPTY) {
      return answers.isEmpty();
    }
    if (kind == FieldKind.SEVERAL) {
      return answers.stream()
          .anyMatch(answer -> PlainText.of(answer).equals(PlainText.of(condition.must())));
    }
    return !answers.isEmpty() && compares(kind, condition, answers.get(0), asking);
  }

  private static boolean compares(
      FieldKind kind, Criterion.Condition condition, String answer, Asking asking) {
    return switch (kind) {
      case NUMBER ->
          Numbers.of(answer)
              .flatMap(n -> Numbers.of(condition.must()).map(n::compareTo))
              .filter(order -> Numbers.fits(condition.op().plain(), order))
              .isPresent();
      case DATE ->
          Days.of(answer)
              .filter(day -> isAt(condition.op().plain(), condition.must(), day, asking))
              .isPresent();
      case TEXT, CHOICE, SEVERAL -> text(condition, Optional.of(answer));
    };
  }

  private static boolean text(Criterion.Condition condition, Optional<String> known) {
    String text = PlainText.of(known.orElse(""));
    return switch (condition.op().plain()) {
      case EMPTY -> text.isEmpty();
      case IS -> !text.isEmpty() && text.equals(PlainText.of(condition.must()));
      case CONTAINS -> !text.isEmpty() && text.contains(PlainText.of(condition.must()));
      default -> false;
    };
  }

  private static boolean isAt(Comparison op, String value, LocalDate day, Asking asking) {
    return switch (op) {
      case IS -> Days.of(value).filter(day::equals).isPresent();
      case BEFORE -> Days.of(value).filter(day::isBefore).isPresent();
      case AFTER -> Days.of(value).filter(day::isAfter).isPresent();
      case WITHIN_DAYS ->
          Days.count(value)
              .filter(n -> !day.isBefore(asking.firstOf(n)) && !day.isAfter(asking.today()))
              .isPresent();
      default -> false;
    };
  }

  /** A person's state as conditions name it. */
  public static String nameOf(PersonState state) {
    return state == PersonState.WAITING_TO_CONFIRM
        ? "waiting"
        : state.name().toLowerCase(java.util.Locale.ROOT);
  }

  /** The state a condition names. */
  public static Optional<PersonState> stateOf(String name) {
    return java.util.Arrays.stream(PersonState.values())
        .filter(state -> nameOf(state).equals(name))
        .findFirst();
  }
}
