package jeton.server.figures;

import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Mark;
import jeton.core.offer.OfferKind;
import jeton.core.segment.Criterion;
import jeton.server.mail.OutgoingEmail;
import jeton.server.numbers.EmailDays;
import jeton.server.numbers.Marks;
import jeton.server.numbers.Numbers;
import jeton.server.numbers.Sources;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;

/** Tables of what an offer kind, a sequence, a site or a campaign brought in a range of days. */
@Service
class Tables {
  private static final int MOST_SOURCES = 500;
  private static final List<Mark> SHOWN =
      List.of(Mark.COPIED, Mark.CODE_USED, Mark.WON, Mark.PIECE_OPENED);
  private final Figures figures;
  private final Marks marks;
  private final Sources sources;
  private final EmailDays emails;
  private final Sequences sequences;
  private final FactStore facts;

  Tables(
      Figures figures,
      Marks marks,
      Sources sources,
      EmailDays emails,
      Sequences sequences,
      FactStore facts) {
    this.figures = figures;
    this.marks = marks;
    this.sources = sources;
    this.emails = emails;
    this.sequences = sequences;
    this.facts = facts;
  }

  /**
   * A table.
   *
   * @param columns words over the columns, the first over the names
   */
  record NumberTable(
      DayRange days, DayRange before, List<String> columns, List<NumberLine> lines) {}

  /**
   * A thing with its counts.
   *
   * @param where it is looked at within the interface; empty where there is no such place
   */
  record NumberLine(String id, String name, Optional<String> where, List<NumberCell> cells) {}

  /**
   * A count.
   *
   * @param rate of a count before it, with the change since; empty for the first
   * @param people a question that finds those behind it; empty where none does
   */
  record NumberCell(long count, Optional<Figures.Stretch> rate, Optional<Criterion.Group> people) {
    static NumberCell of(long count) {
      return new NumberCell(count, Optional.empty(), Optional.empty());
    }

    NumberCell foundBy(Optional<Criterion.Group> question) {
      return count == 0 ? this : new NumberCell(count, rate, question);
    }
  }

  /** Of a range, beside another; the largest first. */
  NumberTable of(TableKind kind, DayRange range, DayRange before) {
    Stream<NumberLine> lines =
        switch (kind) {
          case SEQUENCES -> sequences(range, before);
          case QUIZZES -> quizzes(range, before);
          case WHEELS, COUPONS, PAGES -> offers(kind, range, before);
          case SITES -> sources(Sources.Kind.SITE, range, before);
          case CAMPAIGNS -> sources(Sources.Kind.CAMPAIGN, range, before);
        };
    return new NumberTable(
        range,
        before,
        kind.columns(),
        lines.sorted(Comparator.comparing(line -> -line.cells().get(0).count())).toList());
  }

  private static NumberCell share(long now, long of, long then, long thenOf) {
    return new NumberCell(
        now, Optional.of(Figures.Stretch.of(now, of, then, thenOf)), Optional.empty());
  }

  private Stream<NumberLine> sequences(DayRange range, DayRange before) {
    Beside<Map<EmailDays.Source, EmailDays.Fared>> both = Beside.of(range, before, this::bySource);
    return sequences.remembered().stream()
        .flatMap(
            sequence -> {
              EmailDays.Fared sum = sum(sequence, both.now());
              EmailDays.Fared was = sum(sequence, both.before());
              return sum.sent() + was.sent() == 0
                  ? Stream.empty()
                  : Stream.of(
                      new NumberLine(
                          Long.toString(sequence.id()),
                          sequence.name(),
                          Optional.of("/sequences/" + sequence.id()),
                          List.of(
                              NumberCell.of(sum.sent()),
                              share(sum.opened(), sum.sent(), was.opened(), was.sent()),
                              share(sum.clicked(), sum.sent(), was.clicked(), was.sent()),
                              share(sum.gone(), sum.sent(), was.gone(), was.sent()))));
            });
  }

  private Map<EmailDays.Source, EmailDays.Fared> bySource(DayRange days) {
    return emails.of(days, EnumSet.of(OutgoingEmail.Kind.FOLLOW_UP)).stream()
        .collect(Collectors.toMap(EmailDays.Fared::source, Function.identity()));
  }

  private static EmailDays.Fared sum(
      Sequence sequence, Map<EmailDays.Source, EmailDays.Fared> fared) {
    return sequence.steps().stream()
        .map(email -> EmailDays.Source.ofStep(email.step().id()))
        .map(source -> fared.getOrDefault(source, EmailDays.Fared.none(source)))
        .reduce(EmailDays.Fared::plus)
        .orElse(EmailDays.Fared.none(EmailDays.Source.ofStep(0)));
  }

  private Stream<NumberLine> quizzes(DayRange range, DayRange before) {
    Map<Long, FactStore.Played> now = facts.played(range);
    Map<Long, FactStore.Played> then = facts.played(before);
    return ofKind(OfferKind.QUIZ, range, before)
        .map(
            quiz -> {
              FactStore.Played played = now.getOrDefault(quiz.id(), FactStore.Played.NOT);
              FactStore.Played was = then.getOrDefault(quiz.id(), FactStore.Played.NOT);
              Numbers.Track track = quiz.track();
              Numbers.Track old = quiz.before();
              return line(
                  quiz,
                  NumberCell.of(played.begun()),
                  share(played.ended(), played.begun(), was.ended(), was.begun()),
                  share(track.signedUp(), played.ended(), old.signedUp(), was.ended())
                      .foundBy(Optional.of(Behind.signedUp(quiz.id(), range))),
                  share(track.confirmed(), track.signedUp(), old.confirmed(), old.signedUp()));
            });
  }

  private Stream<Figures.OfferFigures> ofKind(OfferKind kind, DayRange range, DayRange before) {
    return figures.offers(figures.counted(range, before)).stream()
        .filter(offer -> offer.kind() == kind);
  }

  private static NumberLine line(Figures.OfferFigures offer, NumberCell... cells) {
    return new NumberLine(
        Long.toString(offer.id()),
        offer.name(),
        Optional.of("/offers/" + offer.id()),
        List.of(cells));
  }

  private Stream<NumberLine> offers(TableKind table, DayRange range, DayRange before) {
    Map<Long, Map<Mark, Long>> now = marks.of(range, SHOWN);
    Map<Long, Map<Mark, Long>> then = marks.of(before, SHOWN);
    OfferKind kind =
        switch (table) {
          case WHEELS -> OfferKind.WHEEL;
          case COUPONS -> OfferKind.COUPON;
          default -> OfferKind.PRIVATE_PAGE;
        };
    return ofKind(kind, range, before)
        .map(
            offer ->
                line(
                    offer,
                    cells(
                        kind,
                        new Came(offer, now.getOrDefault(offer.id(), Map.of())),
                        then.getOrDefault(offer.id(), Map.of()),
                        range)));
  }

  /** An offer with what came of its sign-ups. */
  private record Came(Figures.OfferFigures offer, Map<Mark, Long> marks) {
    long to(Mark mark) {
      return marks.getOrDefault(mark, 0L);
    }
  }

  private static NumberCell[] cells(
      OfferKind kind, Came came, Map<Mark, Long> before, DayRange range) {
    Numbers.Track now = came.offer().track();
    Numbers.Track then = came.offer().before();
    long id = came.offer().id();
    Came was = new Came(came.offer(), before);
    NumberCell signedUp =
        NumberCell.of(now.signedUp()).foundBy(Optional.of(Behind.signedUp(id, range)));
    Function<Mark, NumberCell> ofHandedOver =
        mark ->
            share(came.to(mark), now.handedOver(), was.to(mark), then.handedOver())
                .foundBy(Behind.cameTo(mark, id, range));
    NumberCell used =
        share(now.used(), now.handedOver(), then.used(), then.handedOver())
            .foundBy(Behind.cameTo(Mark.USED, id, range));
    return switch (kind) {
      case WHEEL ->
          new NumberCell[] {
            signedUp,
            share(now.confirmed(), now.signedUp(), then.confirmed(), then.signedUp()),
            share(came.to(Mark.WON), now.signedUp(), was.to(Mark.WON), then.signedUp()),
            used
          };
      case COUPON ->
          new NumberCell[] {
            NumberCell.of(now.handedOver()),
            ofHandedOver.apply(Mark.COPIED),
            ofHandedOver.apply(Mark.CODE_USED)
          };
      default ->
          new NumberCell[] {
            NumberCell.of(now.handedOver()), used, ofHandedOver.apply(Mark.PIECE_OPENED)
          };
    };
  }

  private Stream<NumberLine> sources(Sources.Kind kind, DayRange range, DayRange before) {
    Map<Long, Numbers.Track> then =
        sources.of(kind, before, MOST_SOURCES).stream()
            .collect(Collectors.toMap(Sources.Brought::id, Sources.Brought::track));
    Collection<Sources.Brought> now = sources.of(kind, range, MOST_SOURCES);
    return now.stream()
        .map(
            source -> {
              Numbers.Track track = source.track();
              Numbers.Track was = then.getOrDefault(source.id(), Numbers.Track.EMPTY);
              return new NumberLine(
                  Long.toString(source.id()),
                  source.name(),
                  Optional.empty(),
                  List.of(
                      NumberCell.of(track.signedUp()),
                      share(track.confirmed(), track.signedUp(), was.confirmed(), was.signedUp()),
                      share(
                          track.handedOver(), track.confirmed(), was.handedOver(), was.confirmed()),
                      share(track.used(), track.handedOver(), was.used(), was.handedOver())));
            });
  }
}
