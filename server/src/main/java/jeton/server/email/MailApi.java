package jeton.server.email;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailAdvice;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.email.SubjectIdeas;
import jeton.core.incentive.Incentive;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.server.business.Business;
import jeton.server.feed.Feeds;
import jeton.server.mail.OutgoingEmail;
import jeton.server.markup.BodyHtml;
import jeton.server.markup.Dark;
import jeton.server.markup.EmailParts;
import jeton.server.markup.Gift;
import jeton.server.markup.PlainBody;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.problem.Refused;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Emails as they will be read, with advice, and tests of them. */
@RestController
@RequestMapping("/api/mail")
class MailApi {
  private static final String NO_LINK = "#";
  private final EmailWriter writer;
  private final TestMail testMail;
  private final Business business;
  private final People people;
  private final ObjectProvider<GiftSource> gifts;
  private final Feeds feeds;

  MailApi(
      EmailWriter writer,
      TestMail testMail,
      Business business,
      People people,
      ObjectProvider<GiftSource> gifts,
      Feeds feeds) {
    this.writer = writer;
    this.testMail = testMail;
    this.business = business;
    this.people = people;
    this.gifts = gifts;
    this.feeds = feeds;
  }

  /**
   * An email that need not be saved yet, to be shown as one reader gets it.
   *
   * @param offerId whose incentive it shows; empty for none
   * @param firstName of a made-up reader; empty when it is not known
   * @param personId a person to be read as, instead
   * @param dark as a dark screen shows it
   * @param gives what the offer gives, as it need not be saved yet
   */
  record Preview(
      OutgoingEmail.Kind kind,
      EmailContent content,
      Optional<Long> offerId,
      String firstName,
      Optional<Long> personId,
      boolean dark,
      Optional<Incentive> gives) {}

  /**
   * How it is read.
   *
   * @param madePlain the plain text its blocks make, fill-ins unfilled, without the foot: to be
   *     taken over by hand
   * @param bytes size of the HTML
   */
  record PreviewView(
      String subject,
      String preview,
      String html,
      String plain,
      String from,
      String madePlain,
      int bytes,
      List<EmailAdvice.Advice> advice,
      List<String> ideas) {}

  /** A test of the mail server, or of an email that need not be saved. */
  record TestEmail(String to, Optional<Preview> email) {}

  /**
   * What is to be told.
   *
   * @param form the form's name
   * @param lines to paste
   */
  record Instructions(String to, String form, List<String> lines) {}

  @PostMapping("/preview")
  PreviewView preview(@RequestBody Preview preview) {
    Gift gift = gift(preview);
    WrittenEmail written = written(preview, gift);
    EmailContent content = BodyHtml.cleaned(preview.content());
    int bytes = written.html().getBytes(StandardCharsets.UTF_8).length;
    var settings = business.now().settings();
    return new PreviewView(
        written.subject(),
        written.preview(),
        preview.dark() ? Dark.forced(written.html()) : written.html(),
        written.plain(),
        settings.senderName() + " · " + settings.senderEmail(),
        PlainBody.made(content.blocks(), gift),
        bytes,
        EmailAdvice.of(content, FillIns.allSaid(settings.whenUnknown(), gift.fillIns()), bytes),
        SubjectIdeas.of(content));
  }

  private Gift gift(Preview preview) {
    GiftSource source = gifts.getIfAvailable();
    return preview
        .offerId()
        .filter(id -> source != null)
        .map(id -> source.of(id, preview.gives()))
        .orElse(Gift.NONE);
  }

  private WrittenEmail written(Preview preview, Gift gift) {
    Problems problems = new Problems();
    EmailContent content = feeds.shown(BodyHtml.cleaned(preview.content()));
    content.check("email", business.now().settings().fillIns().and(gift.fillIns()), problems);
    Refused.unlessNone(problems.list().stream().filter(MailApi::keepsFromShowing).toList());
    return writer.ready(content, preview.kind(), gift).write(reader(preview, gift));
  }

  private EmailWriter.Reader reader(Preview preview, Gift gift) {
    Optional<Person> person = preview.personId().map(people::get);
    Map<String, String> known = new HashMap<>();
    preview.offerId().ifPresent(id -> known.putAll(gifts.getObject().sample(id, preview.gives())));
    person.ifPresent(p -> known.putAll(people.answers(p.id())));
    person.ifPresent(p -> known.putAll(gifts.getObject().told(p.id(), preview.offerId())));
    return new EmailWriter.Reader(
        person.map(Person::firstName).orElse(preview.firstName()),
        person.map(Person::email).orElse("aoife@mail.example"),
        gift.offerName(),
        NO_LINK,
        NO_LINK,
        known);
  }

  private static boolean keepsFromShowing(Problem problem) {
    return problem.code().equals("unknown_fill_in") || problem.code().equals("too_long");
  }

  /** Marked as a test, followed by nobody, and past the outbox. */
  @PostMapping("/test")
  TestMail.TestResult test(@RequestBody TestEmail test) {
    if (test.email().isPresent()) {
      Preview email = test.email().get();
      WrittenEmail written = written(email, gift(email));
      return testMail.send(
          test.to(),
          new WrittenEmail(
              "Test: " + written.subject(), written.preview(), written.html(), written.plain()));
    }
    return testMail.send(
        test.to(),
        new EmailContent(
            "A test from {{business_name}}",
            "Your mail server works",
            "<p>This is a test. It left through your mail server and reached you.</p>",
            EmailButton.NONE));
  }

  /** Tells whoever looks after the owner's site what to paste where. */
  @PostMapping("/instructions")
  TestMail.TestResult instructions(@RequestBody Instructions instructions) {
    StringBuilder body =
        new StringBuilder("<p>Hello,</p><p>please put the form “")
            .append(escaped(instructions.form()))
            .append(
                "” of {{business_name}} on the site. These are the lines; each goes in once.</p>");
    for (String line : instructions.lines()) {
      String where =
          line.startsWith("<script")
              ? "In the head of every page:"
              : "Where the form, or the button that opens it, is to stand:";
      body.append("<p>").append(where).append("<br>").append(escaped(line)).append("</p>");
    }
    body.append("<p>A strict Content-Security-Policy needs the script's address in script-src,")
        .append(" connect-src, img-src and font-src.</p>");
    return testMail.send(
        instructions.to(),
        new EmailContent(
            "A form for {{business_name}}'s site",
            "Lines to paste",
            body.toString(),
            EmailButton.NONE));
  }

  /** Braces would be read as fill-ins. */
  private static String escaped(String text) {
    return EmailParts.escape(text).replace("{{", "{ {");
  }
}
