package jeton.server.figures;

import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.email.EmailContent;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Rate;
import jeton.core.numbers.WorthTrying;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.server.mail.OutgoingEmail;
import jeton.server.mailing.Issues;
import jeton.server.numbers.EmailDays;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;

/** Emails that left on the days of a range, and how they have fared by now (N3). */
@Service
class EmailFigures {
  private static final int MOST_DOMAINS = 50;
  private static final int MOST_LINKS = 50;
  private static final int MOST_LINES = 500;
  private final EmailDays days;
  private final Sequences sequences;
  private final Offers offers;
  private final Issues issues;

  EmailFigures(EmailDays days, Sequences sequences, Offers offers, Issues issues) {
    this.days = days;
    this.sequences = sequences;
    this.offers = offers;
    this.issues = issues;
  }

  /**
   * An email.
   *
   * @param subject as it is now; of one that is gone, what it was
   * @param of the sequence or offer it belongs to
   * @param where it is written, within the interface; empty for one that is gone
   * @param countsOpens whether opens can be counted: not of plain letters, nor of confirmations
   * @param countsClicks whether there is something to click that is followed
   * @param fared on these days
   * @param opened of those it reached; rates are over what was sent and did not come back
   */
  record EmailLine(
      String subject,
      String of,
      Optional<String> where,
      boolean countsOpens,
      boolean countsClicks,
      EmailDays.Fared fared,
      Figures.Stretch opened,
      Figures.Stretch clicked,
      Figures.Stretch gone,
      Optional<EmailPeople> people) {}

  /** Questions that find the people behind its counts; confirmations and deliveries have none. */
  record EmailPeople(
      Criterion.Group sent,
      Criterion.Group opened,
      Criterion.Group clicked,
      Criterion.Group gone) {}

  /**
   * A link in an email that left in these days.
   *
   * @param subject of the email
   * @param where it is written, within the interface; empty for one that is gone
   * @param people who pressed it
   */
  record LinkLine(String href, String subject, Optional<String> where, long people) {}

  /** All of a range; of emails, the {@value #MOST_LINES} of which most were sent. */
  record EmailsView(
      DayRange days,
      DayRange before,
      List<EmailLine> emails,
      List<LinkLine> links,
      List<EmailDays.OpeningHour> hours,
      List<EmailDays.Domain> domains) {}

  /** A name for what sends. */
  private record Named(
      String subject,
      String of,
      Optional<String> where,
      boolean countsOpens,
      boolean countsClicks) {
    static Named of(EmailContent content, String of, String where) {
      return new Named(
          content.subject(),
          of,
          Optional.of(where),
          content.style() != EmailContent.Style.LETTER && !content.confirms(),
          (content.handsOver() || !content.links().isEmpty()) && !content.confirms());
    }
  }

  EmailsView of(DayRange range, DayRange before) {
    Beside<List<EmailDays.Fared>> both = Beside.of(range, before, days::of);
    Map<EmailDays.Source, Named> names = names(both.now());
    return new EmailsView(
        range,
        before,
        lines(range, both.now(), both.before(), names),
        days.links(range, MOST_LINKS).stream()
            .map(
                link -> {
                  Named named = name(link.source(), names);
                  return new LinkLine(link.href(), named.subject(), named.where(), link.people());
                })
            .toList(),
        days.hours(range),
        days.domains(range, MOST_DOMAINS));
  }

  /** Of a range beside nothing. */
  List<EmailLine> lines(DayRange range) {
    List<EmailDays.Fared> now = days.of(range);
    return lines(range, now, List.of(), names(now));
  }

  private static List<EmailLine> lines(
      DayRange range,
      List<EmailDays.Fared> now,
      List<EmailDays.Fared> before,
      Map<EmailDays.Source, Named> names) {
    Map<EmailDays.Source, EmailDays.Fared> then =
        before.stream().collect(Collectors.toMap(EmailDays.Fared::source, Function.identity()));
    return now.stream()
        .sorted(Comparator.comparing(fared -> -fared.sent()))
        .limit(MOST_LINES)
        .map(
            fared ->
                line(
                    fared,
                    Optional.ofNullable(then.get(fared.source())),
                    name(fared.source(), names),
                    people(fared.source(), range)))
        .sorted(Comparator.comparing(line -> -line.fared().sent()))
        .toList();
  }

  private static Optional<EmailPeople> people(EmailDays.Source source, DayRange range) {
    return Behind.sent(source, range)
        .map(
            sent ->
                new EmailPeople(
                    sent,
                    Behind.did(source, range, Subject.EMAIL_OPENED, Subject.EMAIL_CLICKED)
                        .orElseThrow(),
                    Behind.did(source, range, Subject.EMAIL_CLICKED).orElseThrow(),
                    Behind.did(source, range, Subject.EMAIL_LEFT).orElseThrow()));
  }

  private static Named name(EmailDays.Source source, Map<EmailDays.Source, Named> names) {
    return names.getOrDefault(
        source, new Named("An email that is gone", "", Optional.empty(), true, true));
  }

  private static EmailLine line(
      EmailDays.Fared now,
      Optional<EmailDays.Fared> then,
      Named name,
      Optional<EmailPeople> people) {
    long before = then.map(EmailDays.Fared::sent).orElse(0L);
    return new EmailLine(
        name.subject(),
        name.of(),
        name.where(),
        name.countsOpens(),
        name.countsClicks(),
        now,
        Figures.Stretch.of(
            now.opened(), now.sent(), then.map(EmailDays.Fared::opened).orElse(0L), before),
        Figures.Stretch.of(
            now.clicked(), now.sent(), then.map(EmailDays.Fared::clicked).orElse(0L), before),
        Figures.Stretch.of(
            now.gone(), now.sent(), then.map(EmailDays.Fared::gone).orElse(0L), before),
        people);
  }

  private Map<EmailDays.Source, Named> names(List<EmailDays.Fared> fared) {
    Map<EmailDays.Source, Named> names = new HashMap<>();
    for (Sequence sequence : sequences.remembered()) {
      for (Sequence.Email email : sequence.steps()) {
        long step = email.step().id();
        names.put(
            EmailDays.Source.ofStep(step),
            Named.of(
                email.content(), sequence.name(), "/sequences/" + sequence.id() + "#step-" + step));
      }
    }
    for (Offer offer : offers.known()) {
      names.put(
          new EmailDays.Source(OutgoingEmail.Kind.CONFIRMATION, offer.id()),
          ofOffer(offer, offer.settings().confirm().email(), "/confirm"));
      names.put(
          new EmailDays.Source(OutgoingEmail.Kind.DELIVERY, offer.id()),
          ofOffer(offer, offer.settings().handOver().email(), "/hand-over"));
    }
    List<Long> issueIds =
        fared.stream()
            .map(EmailDays.Fared::source)
            .filter(source -> source.kind() == OutgoingEmail.Kind.MAILING)
            .map(EmailDays.Source::id)
            .toList();
    issues
        .fixed(issueIds)
        .forEach(
            (id, issue) ->
                names.put(
                    new EmailDays.Source(OutgoingEmail.Kind.MAILING, id),
                    Named.of(
                        issue.settings().content(),
                        "Email to many",
                        "/mailings/" + issue.mailingId())));
    return names;
  }

  private static Named ofOffer(Offer offer, EmailContent content, String stop) {
    return Named.of(content, offer.settings().name(), "/offers/" + offer.id() + stop);
  }

  /** Emails of sequences, for what is worth trying. */
  List<WorthTrying.EmailFact> facts(DayRange range) {
    Map<Long, EmailDays.Fared> byStep =
        days.of(range, EnumSet.of(OutgoingEmail.Kind.FOLLOW_UP)).stream()
            .collect(Collectors.toMap(fared -> fared.source().id(), Function.identity()));
    return sequences.remembered().stream()
        .flatMap(
            sequence ->
                sequence.steps().stream()
                    .flatMap(
                        email ->
                            Stream.ofNullable(byStep.get(email.step().id()))
                                .map(fared -> fact(sequence, email, fared))))
        .toList();
  }

  private static WorthTrying.EmailFact fact(
      Sequence sequence, Sequence.Email email, EmailDays.Fared fared) {
    EmailContent content = email.content();
    Rate none = new Rate(0, 0);
    Named named = Named.of(content, "", "");
    return new WorthTrying.EmailFact(
        email.step().id(),
        sequence.id(),
        content.subject(),
        named.countsOpens() ? Figures.rate(fared.opened(), fared.sent()) : none,
        named.countsClicks() ? Figures.rate(fared.clicked(), fared.sent()) : none,
        Figures.rate(fared.gone(), fared.sent()));
  }
}
