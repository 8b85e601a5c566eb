package jeton.server.notice;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.notice.NoticeKind;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import org.springframework.stereotype.Component;

/** What emails of notices say. Somebody who may not read of people reads of "somebody". */
@Component
class NoticeEmails {
  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEEE d MMMM, HH:mm", Locale.UK);
  private final Business business;
  private final PublicUrl publicUrl;
  private final NoticeReaders readers;

  NoticeEmails(Business business, PublicUrl publicUrl, NoticeReaders readers) {
    this.business = business;
    this.publicUrl = publicUrl;
    this.readers = readers;
  }

  /** One thing that happened. */
  EmailContent one(NoticeReader reader, NoticeKind kind, NoticeStore.Line line) {
    List<EmailBlock> blocks = new ArrayList<>();
    blocks.add(EmailBlock.text("<h2>" + Words.html(sentence(reader, kind, line)) + "</h2>"));
    StringBuilder more = new StringBuilder();
    if (reader.mayReadOfPeople() && line.email().isPresent()) {
      more.append("<p>").append(Words.html(line.email().get())).append("</p>");
    }
    if (reader.mayReadOfPeople() && isQuoted(kind)) {
      more.append("<blockquote>").append(Words.html(line.words())).append("</blockquote>");
    }
    more.append("<p>").append(when(line.at())).append("</p>");
    blocks.add(EmailBlock.text(more.toString()));
    if (reader.ownerId().isPresent()) {
      blocks.add(button(kind, line));
    }
    return content(reader, sentence(reader, kind, line), "", blocks);
  }

  /** What was more than ten within an hour, in one (O2). */
  EmailContent several(
      NoticeReader reader, NoticeKind kind, List<NoticeStore.Line> lines, long count) {
    String subject = kind.count(count) + " more within the hour";
    String items =
        lines.stream()
            .map(line -> "<li>" + Words.html(sentence(reader, kind, line)) + "</li>")
            .collect(Collectors.joining());
    long rest = count - lines.size();
    String more = rest > 0 ? "<p>And " + rest + " more.</p>" : "";
    return content(
        reader,
        subject,
        "More than ten came within an hour, so the rest stands here together",
        List.of(EmailBlock.text("<h2>" + subject + "</h2><ul>" + items + "</ul>" + more)));
  }

  /** An email of ours to a reader, with what lets them have less of it at its end. */
  EmailContent content(
      NoticeReader reader, String subject, String preview, List<EmailBlock> blocks) {
    List<EmailBlock> all = new ArrayList<>(blocks);
    all.add(new EmailBlock.Divider());
    all.add(EmailBlock.text("<p>" + why(reader) + "</p>"));
    return new EmailContent(
        Words.line(subject), Words.line(preview), EmailContent.Style.FRAMED, all, "", List.of());
  }

  private String why(NoticeReader reader) {
    return reader.ownerId().isPresent()
        ? "What you are told, and how often, is chosen in <a href=\""
            + publicUrl.of("/app/setup#notices")
            + "\">Setup, under What you are told</a>."
        : "Somebody at "
            + Words.html(business.now().settings().name())
            + " chose what you are told, and you agreed. <a href=\""
            + readers.page(reader)
            + "\">Stop these emails</a>";
  }

  private EmailBlock button(NoticeKind kind, NoticeStore.Line line) {
    Optional<String> person = line.personId().map(id -> "/app/people/" + id);
    String path =
        person.or(() -> line.offerId().map(id -> "/app/offers/" + id)).orElse("/app/today");
    String label =
        person.isPresent()
            ? "Open their page"
            : line.offerId().isPresent() ? "Open the offer" : "Open Today";
    return new EmailBlock.Button(label, EmailButton.Target.LINK, publicUrl.of(path));
  }

  private static boolean isQuoted(NoticeKind kind) {
    return kind == NoticeKind.ANSWER || kind == NoticeKind.CODE_USED;
  }

  private static String sentence(NoticeReader reader, NoticeKind kind, NoticeStore.Line line) {
    String who = who(reader, line);
    String offer = line.offer().map(name -> "“" + name + "”").orElse("an offer");
    return switch (kind) {
      case SIGN_UP -> who + " signed up for " + offer;
      case CONFIRMED -> who + " confirmed for " + offer;
      case LEFT -> who + " left the list";
      case PRIZE -> who + " won " + line.words() + " on " + offer;
      case QUIZ -> who + " finished " + offer + ": " + line.words();
      case CODE_USED -> who + " used a code of " + offer;
      case ANSWER -> who + " wrote something in a form of " + offer;
      case OPENED -> who + " opened an email you chose";
      case TROUBLE -> line.words();
    };
  }

  private static String who(NoticeReader reader, NoticeStore.Line line) {
    return reader.mayReadOfPeople()
        ? name(line.firstName().orElse(""), line.email().orElse("Somebody"))
        : "Somebody";
  }

  /** What somebody is called. */
  static String name(String firstName, String email) {
    return firstName.isBlank() ? email : firstName;
  }

  /** A moment in the business's zone. */
  String when(Instant at) {
    return WHEN.format(at.atZone(zone()));
  }

  ZoneId zone() {
    return business.now().settings().zoneId();
  }
}
