package jeton.server.figures;

import java.time.LocalDate;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Mark;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.server.mail.OutgoingEmail;
import jeton.server.numbers.EmailDays;

/** Questions about people (L3) that find exactly those behind a count. */
final class Behind {
  private Behind() {}

  /** Those who first signed up for an offer on one of these days. */
  static Criterion.Group signedUp(long offerId, DayRange days) {
    String offer = Long.toString(offerId);
    return Criterion.Group.all(
        at(Subject.SIGNED_UP, Comparison.HAS, offer, Comparison.BEFORE, days.to().plusDays(1)),
        at(Subject.SIGNED_UP, Comparison.HAS_NOT, offer, Comparison.BEFORE, days.from()));
  }

  /** Those of them who came that far; empty where no question asks for it. */
  static Optional<Criterion.Group> cameTo(Mark mark, long offerId, DayRange days) {
    return subject(mark)
        .map(
            subject ->
                Criterion.Group.all(
                    signedUp(offerId, days),
                    Criterion.Condition.of(subject, Comparison.HAS, Long.toString(offerId))));
  }

  private static Optional<Subject> subject(Mark mark) {
    return switch (mark) {
      case USED -> Optional.of(Subject.PASS_USED);
      case CODE_USED -> Optional.of(Subject.CODE_USED);
      // Whoever had confirmed before is asked no more: no question tells them apart.
      case CONFIRMED, BOUGHT, OPENED, CLICKED, LEFT, COPIED, WON, PIECE_OPENED -> Optional.empty();
    };
  }

  /**
   * Those an email was sent to on one of these days.
   *
   * @return empty for a confirmation or a delivery: no question asks for those
   */
  static Optional<Criterion.Group> sent(EmailDays.Source source, DayRange days) {
    return name(source)
        .map(
            email ->
                Criterion.Group.all(
                    at(
                        Subject.EMAIL_SENT,
                        Comparison.HAS,
                        email,
                        Comparison.AFTER,
                        days.from().minusDays(1)),
                    at(
                        Subject.EMAIL_SENT,
                        Comparison.HAS,
                        email,
                        Comparison.BEFORE,
                        days.to().plusDays(1))));
  }

  /** Those of them who did one of these with it. */
  static Optional<Criterion.Group> did(EmailDays.Source source, DayRange days, Subject... what) {
    return sent(source, days)
        .map(
            group ->
                Criterion.Group.all(
                    group,
                    new Criterion.Group(
                        Criterion.Match.ANY,
                        Stream.of(what)
                            .map(
                                subject ->
                                    (Criterion)
                                        Criterion.Condition.of(
                                            subject, Comparison.HAS, name(source).orElseThrow()))
                            .toList())));
  }

  /** As questions name emails: e and a step's number, m and an issue's. */
  private static Optional<String> name(EmailDays.Source source) {
    if (source.kind() == OutgoingEmail.Kind.FOLLOW_UP) {
      return Optional.of("e" + source.id());
    }
    return source.kind() == OutgoingEmail.Kind.MAILING
        ? Optional.of("m" + source.id())
        : Optional.empty();
  }

  private static Criterion.Condition at(
      Subject subject, Comparison has, String value, Comparison when, LocalDate day) {
    return new Criterion.Condition(
        subject,
        "",
        has,
        Optional.of(value),
        Optional.of(new Criterion.When(when, day.toString())));
  }
}
