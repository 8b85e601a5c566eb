package jeton.server.notice;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings.ChosenEmail;
import jeton.server.business.PublicUrl;
import jeton.server.history.History;
import jeton.server.mail.EngineWatch;
import jeton.server.mail.Outbox;
import jeton.server.mailing.Mailings;
import jeton.server.numbers.Numbers;
import org.springframework.stereotype.Component;

/**
 * What a digest says: what came in, what there is to read, what waits, and what needs a hand. A
 * reader of single offers reads of those alone, and one who may not read of people reads numbers.
 */
@Component
class DigestEmail {
  private static final int MOST_OFFERS = 12;
  private static final int MOST_NAMES = 5;
  private static final int MOST_NEWEST = 200;
  private static final int MOST_ANSWERS = 20;

  private final DigestStore store;
  private final NoticeEmails emails;
  private final Troubles troubles;
  private final Numbers numbers;
  private final EngineWatch engine;
  private final Mailings mailings;
  private final PublicUrl publicUrl;

  DigestEmail(
      DigestStore store,
      NoticeEmails emails,
      Troubles troubles,
      Numbers numbers,
      EngineWatch engine,
      Mailings mailings,
      PublicUrl publicUrl) {
    this.store = store;
    this.emails = emails;
    this.troubles = troubles;
    this.numbers = numbers;
    this.engine = engine;
    this.mailings = mailings;
    this.publicUrl = publicUrl;
  }

  /** The zone that digests keep their hours in: the business's. */
  ZoneId zone() {
    return emails.zone();
  }

  /** For whom, and about which time. */
  private record About(NoticeReader reader, NoticePace pace, Instant since, Instant until) {
    boolean tells(History.Kind kind, Optional<Long> offerId) {
      return Kinds.of(kind)
          .map(told -> reader.settings().pace(told, offerId) == pace)
          .orElse(false);
    }
  }

  /** Empty when there is nothing worth an email. */
  Optional<EmailContent> of(NoticeReader reader, NoticePace pace, Instant since, Instant until) {
    About about = new About(reader, pace, since, until);
    List<DigestStore.Count> counts =
        store.counts(Kinds.names(NoticeKind.values()), since, until).stream()
            .filter(count -> about.tells(count.kind(), count.offerId()))
            .toList();
    List<String> opened = opened(about);
    List<Troubles.Trouble> amiss = amiss(reader);
    if (counts.isEmpty() && opened.isEmpty() && amiss.isEmpty()) {
      return Optional.empty();
    }
    List<EmailBlock> blocks = new ArrayList<>();
    blocks.add(EmailBlock.text("<h2>Since " + emails.when(since) + "</h2>"));
    if (!amiss.isEmpty()) {
      blocks.add(EmailBlock.text(needsAHand(reader, amiss)));
    }
    blocks.add(EmailBlock.text(cameIn(about, counts, opened)));
    answers(about).ifPresent(html -> blocks.add(EmailBlock.text(html)));
    waits(about).ifPresent(html -> blocks.add(EmailBlock.text(html)));
    if (reader.ownerId().isPresent()) {
      blocks.add(
          new EmailBlock.Button("Open Today", EmailButton.Target.LINK, publicUrl.of("/app/today")));
    }
    return Optional.of(emails.content(reader, subject(counts, amiss), "", blocks));
  }

  /** For whoever asks for a sample when nothing happened. */
  EmailContent nothing(NoticeReader reader, NoticePace pace) {
    String time = pace == NoticePace.WEEKLY ? "the last seven days" : "the last day";
    return emails.content(
        reader,
        "Nothing to tell",
        "",
        List.of(
            EmailBlock.text(
                "<h2>Nothing to tell</h2><p>Nothing of what is chosen happened in "
                    + time
                    + ". Such a digest is not sent.</p>")));
  }

  private static String subject(List<DigestStore.Count> counts, List<Troubles.Trouble> amiss) {
    String happened = words(byKind(counts), 3);
    if (amiss.isEmpty()) {
      return happened.isEmpty() ? "Chosen emails were opened" : happened;
    }
    String hand = amiss.size() == 1 ? "1 thing needs a hand" : amiss.size() + " things need a hand";
    return happened.isEmpty() ? hand : happened + "; " + hand;
  }

  private static Map<NoticeKind, Long> byKind(List<DigestStore.Count> counts) {
    return counts.stream()
        .collect(
            Collectors.groupingBy(
                count -> Kinds.of(count.kind()).orElseThrow(),
                () -> new EnumMap<>(NoticeKind.class),
                Collectors.summingLong(DigestStore.Count::n)));
  }

  private static String words(Map<NoticeKind, Long> byKind, int most) {
    return byKind.entrySet().stream()
        .limit(most)
        .map(entry -> entry.getKey().count(entry.getValue()))
        .collect(Collectors.joining(", "));
  }

  private String cameIn(About about, List<DigestStore.Count> counts, List<String> opened) {
    Map<Optional<Long>, List<DigestStore.Count>> byOffer =
        counts.stream().collect(Collectors.groupingBy(DigestStore.Count::offerId));
    Map<Optional<Long>, List<String>> names = names(about);
    StringBuilder html = new StringBuilder();
    List<List<DigestStore.Count>> busiest =
        byOffer.values().stream()
            .sorted(Comparator.comparingLong(DigestEmail::sum).reversed())
            .toList();
    for (List<DigestStore.Count> one : busiest.subList(0, Math.min(MOST_OFFERS, busiest.size()))) {
      Optional<Long> offerId = one.get(0).offerId();
      html.append("<h3>")
          .append(Words.html(one.get(0).offer().orElse("The list")))
          .append("</h3><p>")
          .append(words(byKind(one), NoticeKind.values().length));
      List<String> newest = names.getOrDefault(offerId, List.of());
      if (!newest.isEmpty()) {
        html.append("<br>Newest: ").append(Words.html(String.join(", ", newest)));
      }
      html.append("</p>");
    }
    if (busiest.size() > MOST_OFFERS) {
      List<DigestStore.Count> rest =
          busiest.subList(MOST_OFFERS, busiest.size()).stream().flatMap(List::stream).toList();
      html.append("<h3>")
          .append(busiest.size() - MOST_OFFERS)
          .append(" more offers</h3><p>")
          .append(words(byKind(rest), NoticeKind.values().length))
          .append("</p>");
    }
    opened.forEach(line -> html.append("<p>").append(Words.html(line)).append("</p>"));
    return html.isEmpty() ? "<p>Nothing came in.</p>" : html.toString();
  }

  private static long sum(List<DigestStore.Count> counts) {
    return counts.stream().mapToLong(DigestStore.Count::n).sum();
  }

  /** The newest who signed up or won, a few per offer, for whoever may read of people. */
  private Map<Optional<Long>, List<String>> names(About about) {
    Map<Optional<Long>, List<String>> names = new LinkedHashMap<>();
    if (!about.reader().mayReadOfPeople()) {
      return names;
    }
    List<String> kinds =
        Kinds.names(NoticeKind.SIGN_UP, NoticeKind.PRIZE, NoticeKind.QUIZ, NoticeKind.LEFT);
    for (DigestStore.Somebody somebody :
        store.newest(kinds, about.since(), about.until(), MOST_NEWEST)) {
      List<String> of = names.computeIfAbsent(somebody.offerId(), id -> new ArrayList<>());
      String name = NoticeEmails.name(somebody.firstName(), somebody.email());
      if (about.tells(somebody.kind(), somebody.offerId())
          && of.size() < MOST_NAMES
          && !of.contains(name)) {
        of.add(name);
      }
    }
    return names;
  }

  private Optional<String> answers(About about) {
    if (!about.reader().mayReadOfPeople()) {
      return Optional.empty();
    }
    String quotes =
        store
            .newest(Kinds.names(NoticeKind.ANSWER), about.since(), about.until(), MOST_ANSWERS)
            .stream()
            .filter(somebody -> about.tells(somebody.kind(), somebody.offerId()))
            .map(
                somebody ->
                    "<blockquote><strong>"
                        + Words.html(NoticeEmails.name(somebody.firstName(), somebody.email()))
                        + "</strong><br>"
                        + Words.html(somebody.detail())
                        + "</blockquote>")
            .collect(Collectors.joining());
    return quotes.isEmpty() ? Optional.empty() : Optional.of("<h3>To be read</h3>" + quotes);
  }

  private List<String> opened(About about) {
    if (about.reader().settings().pace(NoticeKind.OPENED, Optional.empty()) != about.pace()) {
      return List.of();
    }
    List<String> lines = new ArrayList<>();
    for (ChosenEmail email : about.reader().settings().emails()) {
      long n = store.opened(email, about.since(), about.until());
      if (n > 0) {
        lines.add(
            "“"
                + store.subject(email).orElse("An email").replaceAll("\\{\\{[#^/]?\\w+}}", "")
                + "” was opened by "
                + (n == 1 ? "1 person" : n + " people"));
      }
    }
    return lines;
  }

  /** Open troubles this reader is told of, at whatever pace: it still needs a hand. */
  private List<Troubles.Trouble> amiss(NoticeReader reader) {
    return troubles.now().stream()
        .filter(
            trouble ->
                reader.settings().pace(NoticeKind.TROUBLE, trouble.offerId()) != NoticePace.NOT)
        .toList();
  }

  private String needsAHand(NoticeReader reader, List<Troubles.Trouble> amiss) {
    return amiss.stream()
        .map(
            trouble ->
                "<li>"
                    + Words.html(trouble.words())
                    + (reader.ownerId().isPresent()
                        ? " <a href=\"" + publicUrl.of(trouble.href()) + "\">Look at it</a>"
                        : "")
                    + "</li>")
        .collect(Collectors.joining("", "<h3>Needs a hand</h3><ul>", "</ul>"));
  }

  /** Only for whoever is told of the whole business. */
  private Optional<String> waits(About about) {
    if (!about.reader().settings().seesAll()) {
      return Optional.empty();
    }
    List<String> lines = new ArrayList<>();
    long unconfirmed = numbers.waitingToConfirm();
    if (unconfirmed > 0) {
      lines.add(
          unconfirmed == 1
              ? "1 person is waiting to confirm."
              : unconfirmed + " people are waiting to confirm.");
    }
    Outbox.State state = engine.standing().outbox();
    if (state.waiting() > 0) {
      lines.add(
          state.waiting() == 1
              ? "1 email waits to be sent."
              : state.waiting() + " emails wait to be sent.");
    }
    mailings
        .upcoming(3)
        .forEach(
            mailing ->
                lines.add(
                    "“"
                        + mailing.settings().title()
                        + "” goes out on "
                        + emails.when(mailing.nextAt().orElseThrow())
                        + "."));
    return lines.isEmpty()
        ? Optional.empty()
        : Optional.of(
            lines.stream()
                .map(line -> "<li>" + Words.html(line) + "</li>")
                .collect(Collectors.joining("", "<h3>Waits</h3><ul>", "</ul>")));
  }
}
