package jeton.server.mail;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import jeton.core.mail.EmailButton;
import jeton.core.mail.EmailContent;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Emails as they will be read, a test of the mail server, and what waits. */
@RestController
@RequestMapping("/api/mail")
class MailApi {
  private static final String NO_LINK = "#";
  private final EmailWriter writer;
  private final Outbox outbox;
  private final Business business;
  private final Clock clock;

  MailApi(EmailWriter writer, Outbox outbox, Business business, Clock clock) {
    this.writer = writer;
    this.outbox = outbox;
    this.business = business;
    this.clock = clock;
  }

  /**
   * An email that need not be saved yet, to be shown as one reader gets it; an empty first name is
   * not known.
   */
  record Preview(
      OutgoingEmail.Kind kind, EmailContent content, String offerName, String firstName) {}

  record TestEmail(String to) {}

  /**
   * What is to be told.
   *
   * @param form the form's name
   * @param lines to paste
   */
  record Instructions(String to, String form, List<String> lines) {}

  record TestResult(boolean sent, String said) {}

  record TriedAgain(int emails) {}

  @PostMapping("/preview")
  WrittenEmail preview(@RequestBody Preview preview) {
    Problems problems = new Problems();
    EmailContent content = cleaned(preview.content());
    content.check("email", problems);
    Refused.unlessNone(problems.list().stream().filter(MailApi::keepsFromShowing).toList());
    return writer.write(
        content,
        preview.kind(),
        new EmailWriter.Reader(
            preview.firstName(), "aoife@mail.example", preview.offerName(), NO_LINK, NO_LINK));
  }

  private static boolean keepsFromShowing(Problem problem) {
    return problem.code().equals("unknown_fill_in") || problem.code().equals("too_long");
  }

  private static EmailContent cleaned(EmailContent content) {
    return new EmailContent(
        content.subject(), content.preview(), BodyHtml.cleaned(content.body()), content.button());
  }

  @PostMapping("/test")
  TestResult test(@RequestBody TestEmail test) {
    return sendNow(
        test.to(),
        new EmailContent(
            "A test from {{business_name}}",
            "Your mail server works",
            "<p>This is a test. It left through your mail server and reached you.</p>",
            EmailButton.NONE));
  }

  /** Tells whoever looks after the owner's site what to paste where. */
  @PostMapping("/instructions")
  TestResult instructions(@RequestBody Instructions instructions) {
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
    return sendNow(
        instructions.to(),
        new EmailContent(
            "A form for {{business_name}}'s site",
            "Lines to paste",
            body.toString(),
            EmailButton.NONE));
  }

  /** Braces would be read as fill-ins. */
  private static String escaped(String text) {
    return text.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("{{", "{ {");
  }

  /** Sends at once, past the outbox, so that the mail server's answer can be shown. */
  private TestResult sendNow(String address, EmailContent content) {
    EmailAddress to;
    try {
      to = EmailAddress.parse(address);
    } catch (EmailAddress.Refused refused) {
      throw new Refused("to", refused.fault().code(), refused.fault().message());
    }
    BusinessSettings settings = business.now().settings();
    if (settings.senderEmail().isBlank()) {
      throw new Refused(
          "senderEmail",
          "no_sender",
          "Emails have no sender yet. Fill in the sender's address first.");
    }
    WrittenEmail written =
        writer.write(
            content,
            OutgoingEmail.Kind.CONFIRMATION,
            new EmailWriter.Reader("", to.send(), "", NO_LINK, NO_LINK));
    String id = "<" + Tokens.random() + "@" + settings.senderEmail().replaceAll(".*@", "") + ">";
    var message =
        Composer.compose(
            written,
            new Composer.Envelope(id, to.send(), Optional.empty(), clock.instant()),
            settings);
    try (MailTransport transport = new SmtpTransport(() -> business.now().smtp())) {
      return result(transport.send(message));
    }
  }

  @GetMapping("/outbox")
  Outbox.State outbox() {
    return outbox.state();
  }

  @PostMapping("/outbox/try-now")
  TriedAgain tryNow() {
    return new TriedAgain(outbox.tryNow());
  }

  private static TestResult result(MailTransport.Answer answer) {
    if (answer instanceof MailTransport.Answer.Refused refused) {
      return new TestResult(false, "The mail server refuses this address: " + refused.said());
    }
    if (answer instanceof MailTransport.Answer.NotNow notNow) {
      return new TestResult(false, "The mail server says not now: " + notNow.said());
    }
    if (answer instanceof MailTransport.Answer.ServerAway away) {
      return new TestResult(false, away.said());
    }
    return new TestResult(true, "The mail server took it. Look in your mailbox.");
  }
}
