package jeton.harness;

import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.server.editing.SequenceEdits;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferFiles;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.standins.mailbox.ReceivedEmail;

/** A live offer of its own for a test, and what a visitor does with it. */
public final class SampleOffer {
  public static final byte[] FILE =
      "%PDF-1.4\n% a plan\n%%EOF\n".getBytes(StandardCharsets.US_ASCII);

  public final TestServer server = TestServer.get();
  public final Http visitor = new Http(server.base);
  public final long id;
  public final String slug;
  public final String formKey;

  /** With these settings and follow-up. */
  public SampleOffer(UnaryOperator<OfferSettings> change, SequenceDraft.StepDraft... steps) {
    this(OfferKind.DOWNLOAD, change, steps);
  }

  /** Of a kind. */
  public SampleOffer(
      OfferKind kind, UnaryOperator<OfferSettings> change, SequenceDraft.StepDraft... steps) {
    Offers offers = server.bean(Offers.class);
    Offer made = offers.make("Plan " + UUID.randomUUID().toString().substring(0, 8), kind);
    id = made.id();
    if (kind == OfferKind.DOWNLOAD) {
      server.bean(OfferFiles.class).addFile(id, "plan.pdf", new ByteArrayInputStream(FILE));
    }
    slug = offers.save(id, 1, change.apply(made.settings())).settings().slug();
    follow(1, steps);
    offers.changeState(id, OfferState.LIVE);
    formKey = server.bean(Forms.class).hosted(id).key();
  }

  public SampleOffer(SequenceDraft.StepDraft... steps) {
    this(settings -> settings, steps);
  }

  /** Another follow-up. */
  public void follow(int version, SequenceDraft.StepDraft... steps) {
    follow(version, new SequenceDraft("Welcome", List.of(steps)));
  }

  /** Another follow-up, with rules of its own. */
  public void follow(int version, SequenceDraft draft) {
    server.bean(SequenceEdits.class).save(sequence().id(), version, draft);
  }

  /** The follow-up as it is now. */
  public Sequence sequence() {
    return server.bean(Sequences.class).ofOffer(id);
  }

  public static SequenceDraft.StepDraft step(int days, String subject) {
    return step(Optional.empty(), true, days, subject);
  }

  public static SequenceDraft.StepDraft step(
      Optional<Long> id, boolean ready, int days, String subject) {
    EmailContent email =
        new EmailContent(subject, "", "<p>Hello {{first_name}}</p>", EmailButton.NONE);
    return new SequenceDraft.StepDraft(id, ready, days, Wait.Unit.DAYS, email);
  }

  /** An address nobody had before. */
  public static String newAddress() {
    return "p" + UUID.randomUUID().toString().replace("-", "") + "@mail.example";
  }

  public Http.Answer signUp(String email) {
    return signUp(
        Map.of("email", email, "first_name", "Aoife", "consent", "yes", "zone", "Europe/Lisbon"));
  }

  public Http.Answer signUp(Map<String, String> fields) {
    return visitor.form("/p/forms/" + formKey + "/signups", fields);
  }

  /** Signs up, and confirms by the newest email. */
  public void join(String email) {
    signUp(email);
    server.settle();
    confirm(email);
    server.settle();
  }

  public Http.Answer confirm(String email) {
    return visitor.form(link(email, "/c/"), Map.of());
  }

  /** The newest link of a kind that an address was sent. */
  public String link(String email, String path) {
    Pattern link = Pattern.compile(Pattern.quote(server.base + path) + "[A-Za-z0-9_-]+");
    return server.mailbox.to(email).stream()
        .map(received -> link.matcher(plain(received)))
        .filter(Matcher::find)
        .map(Matcher::group)
        .findFirst()
        .orElseThrow(() -> new AssertionError("No " + path + " link among " + subjects(email)));
  }

  /** Subjects an address was sent, oldest first. */
  public List<String> subjects(String email) {
    List<String> newestFirst =
        server.mailbox.to(email).stream().map(ReceivedEmail::subject).toList();
    java.util.ArrayList<String> subjects = new java.util.ArrayList<>(newestFirst);
    java.util.Collections.reverse(subjects);
    return subjects;
  }

  public MimeMessage newest(String email) {
    return server.mailbox.message(server.mailbox.to(email).get(0).id()).orElseThrow();
  }

  public String plain(ReceivedEmail received) {
    return part(server.mailbox.message(received.id()).orElseThrow(), 0);
  }

  public static String part(MimeMessage message, int index) {
    try {
      return ((Multipart) message.getContent()).getBodyPart(index).getContent().toString();
    } catch (IOException | MessagingException unreadable) {
      throw new AssertionError(unreadable);
    }
  }
}
