package jeton.server.mail;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.bounce.Bounces;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.SendingSettings;
import jeton.server.mail.EngineWatch.Pile;
import jeton.server.offer.OfferSettings;
import jeton.server.people.People;
import jeton.server.sequence.SequenceDraft.StepDraft;
import jeton.standins.mailbox.Manners.Manner;
import jeton.standins.mailbox.Returns;
import org.apache.james.jdkim.DKIMVerifier;
import org.apache.james.jdkim.api.SignatureRecord;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** The mail engine: classes of answers, limits, bounces, complaints, signatures, readings. */
class EngineTest {
  private static final String BROWSER = "Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0";
  private final TestServer server = TestServer.get();
  private final Engine engine = server.bean(Engine.class);
  private final EngineWatch watch = server.bean(EngineWatch.class);

  @AfterEach
  void backToUsual() {
    server.manners.become(Manner.GOOD);
    Business business = server.bean(Business.class);
    business.save(business.now().version(), TestServer.quireAndThread());
  }

  private String state(String email) {
    return server.owner().get("/api/people?words=" + email).json().at("/people/0/state").asString();
  }

  private List<EngineWatch.EngineLine> pile(Pile pile, String email) {
    return watch.view(pile).lines().stream().filter(line -> line.to().equals(email)).toList();
  }

  private void behave(String email, int answer) {
    server.manners.become(new Manner(email, 0, answer, false, false, false));
  }

  @Test
  void aRefusedEmail_isGivenUp_andItsReaderStays_untilTheOwnerTriesAgain() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    server.settle();
    server.manners.become(new Manner(email, 0, 554, false, false, false));
    server.refuse(email, 554);
    offer.signUp(email);
    server.settle();
    // A bare 554 may be about anything: the address is not to blame.
    assertThat(state(email)).isEqualTo("WAITING_TO_CONFIRM");
    long id = pile(Pile.FAILED, email).get(0).id();
    server.takeAgain(email);
    server.manners.become(Manner.GOOD);
    server.owner().json("POST", "/api/mail/outbox/retry", Map.of("ids", List.of(id)));
    server.settle();
    assertThat(offer.subjects(email)).hasSize(1);
  }

  @Test
  void aFullMailbox_isTriedMoreSlowly_andShownWithWhatTheServerSaid() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    server.settle();
    behave(email, 452);
    offer.signUp(email);
    server.settle();
    assertThat(pile(Pile.TROUBLED, email))
        .singleElement()
        .satisfies(
            line -> {
              assertThat(line.said().orElse("")).contains("452");
              assertThat(line.failures()).isEqualTo(1);
            });
    server.manners.become(Manner.GOOD);
    server.forward(Duration.ofMinutes(29));
    assertThat(offer.subjects(email)).isEmpty();
    server.forward(Duration.ofMinutes(1));
    assertThat(offer.subjects(email)).hasSize(1);
    assertThat(pile(Pile.SENT, email)).hasSize(1);
  }

  @Test
  void aServerThatHangsUp_orIsSlow_losesNothing_andSendsNothingTwice() {
    SampleOffer offer = new SampleOffer();
    List<String> everybody = new ArrayList<>();
    for (int i = 0; i < 5; i++) {
      everybody.add(newAddress());
    }
    server.settle();
    server.manners.become(new Manner("", 0, 0, true, false, false));
    everybody.forEach(offer::signUp);
    server.bean(Dispatcher.class).dispatchAllDue();
    // One finds out; it costs the others nothing.
    assertThat(everybody).allSatisfy(email -> assertThat(offer.subjects(email)).isEmpty());
    assertThat(watch.standing().outbox().troubled()).isEqualTo(1);
    server.manners.become(new Manner("", 20, 0, false, false, false));
    server.forward(Duration.ofMinutes(1));
    assertThat(everybody).allSatisfy(email -> assertThat(offer.subjects(email)).hasSize(1));
  }

  @Test
  void theOwner_triesAgain_orGivesUp_perEmail_andForAll() {
    SampleOffer offer = new SampleOffer();
    String one = newAddress();
    String two = newAddress();
    server.settle();
    server.manners.become(new Manner("", 0, 451, false, false, false));
    offer.signUp(one);
    offer.signUp(two);
    server.settle();
    Http owner = server.owner();
    long id = pile(Pile.TROUBLED, one).get(0).id();
    assertThat(
            owner
                .json("POST", "/api/mail/outbox/give-up", Map.of("ids", List.of(id)))
                .json()
                .get("emails")
                .asInt())
        .isEqualTo(1);
    assertThat(pile(Pile.FAILED, one)).hasSize(1);
    assertThat(state(one)).isEqualTo("WAITING_TO_CONFIRM");
    server.manners.become(Manner.GOOD);
    assertThat(owner.json("POST", "/api/mail/outbox/retry", Map.of("ids", List.of())).status())
        .as("nobody is not everybody")
        .isEqualTo(422);
    owner.json("POST", "/api/mail/outbox/retry-all", Map.of());
    server.settle();
    assertThat(offer.subjects(one)).as("given up, tried again").hasSize(1);
    assertThat(offer.subjects(two)).hasSize(1);
    assertThat(watch.standing().outbox().troubled()).isZero();
  }

  @Test
  void limitsPerDomain_letOthersGo_andTheRestLater() {
    Business business = server.bean(Business.class);
    business.save(
        business.now().version(),
        business.now().settings().withSending(new SendingSettings(2, 0, 2, 0, true, true)));
    SampleOffer offer = new SampleOffer();
    server.settle();
    String crowded = "crowded" + System.nanoTime() + ".example";
    List<String> there = List.of("a@" + crowded, "b@" + crowded, "c@" + crowded);
    there.forEach(offer::signUp);
    String elsewhere = newAddress();
    offer.signUp(elsewhere);
    server.bean(Dispatcher.class).dispatchDue();
    assertThat(there.stream().filter(email -> !offer.subjects(email).isEmpty())).hasSize(2);
    assertThat(offer.subjects(elsewhere)).hasSize(1);
    assertThat(watch.standing().outbox().troubled()).as("waiting its turn is no failure").isZero();
    assertThat(server.bean(Outbox.class).nextDue().orElseThrow()).isAfter(server.clock.instant());
    business.save(business.now().version(), TestServer.quireAndThread());
    server.forward(Duration.ofMinutes(1));
    assertThat(there).allSatisfy(email -> assertThat(offer.subjects(email)).hasSize(1));
  }

  @Test
  void confirmations_goBeforeSequenceEmails_howeverManyOfThoseWait() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "A"));
    List<String> early = new ArrayList<>();
    for (int i = 0; i < 25; i++) {
      early.add(newAddress());
    }
    early.forEach(offer::join);
    server.clock.forward(Duration.ofDays(1));
    server.bean(jeton.server.followup.RunMover.class).moveDue(100);
    server.clock.forward(Duration.ofSeconds(1));
    String fresh = newAddress();
    offer.signUp(fresh);
    server.bean(Dispatcher.class).dispatchDue();
    assertThat(offer.subjects(fresh)).as("in the first batch").hasSize(1);
    server.settle();
  }

  @Test
  void anEmailThatComesBack_makesItsReaderUnreachable_byFolderPostOrAgain() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "A"));
    String email = newAddress();
    server.settle();
    server.sentBack.clear();
    server.manners.become(new Manner(email, 0, 0, false, true, false));
    offer.signUp(email);
    server.settle();
    assertThat(state(email)).isEqualTo("WAITING_TO_CONFIRM");
    byte[] returned = server.sentBack.get(0);
    Http stranger = new Http(server.base);
    assertThat(stranger.postMail("/api/bounces", "Bearer wrong", returned).status()).isEqualTo(401);
    String key = server.owner().get("/api/mail/bounces").json().get("key").asString();
    Http.Answer taken = stranger.postMail("/api/bounces", "Bearer " + key, returned);
    assertThat(taken.json().get("understood").asBoolean()).isTrue();
    assertThat(state(email)).isEqualTo("UNREACHABLE");
    assertThat(pile(Pile.FAILED, email)).hasSize(1);
    assertThat(server.bean(Bounces.class).take(returned).understood()).isTrue();
    assertThat(state(email)).isEqualTo("UNREACHABLE");
    // The usual answer (S6); and whoever confirms is reachable again.
    server.manners.become(Manner.GOOD);
    server.clock.forward(Duration.ofMinutes(3));
    assertThat(offer.signUp(email).status()).isEqualTo(303);
    server.settle();
    assertThat(state(email)).isEqualTo("UNREACHABLE");
    offer.confirm(email);
    assertThat(state(email)).isEqualTo("ON_THE_LIST");
  }

  @Test
  void delaysAndNonsense_changeNobody_andComplaintsBlock() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.join(email);
    byte[] original = server.mailbox.raw(server.mailbox.to(email).get(0).id()).orElseThrow();
    Bounces bounces = server.bean(Bounces.class);
    assertThat(bounces.take(Returns.bounce(original, email, "4.4.1", "later")).kind())
        .isEqualTo("DELAY");
    assertThat(state(email)).isEqualTo("ON_THE_LIST");
    for (String nonsense :
        List.of("", "hello", "Content-Type: multipart/report; boundary=x\r\n\r\n--x\r\n\r\n")) {
      assertThat(bounces.take(nonsense.getBytes(StandardCharsets.UTF_8)).understood()).isFalse();
    }
    byte[] stranger =
        Returns.bounce("".getBytes(StandardCharsets.UTF_8), "x@y.example", "5.1.1", "?");
    assertThat(bounces.take(stranger).understood()).isFalse();
    assertThat(bounces.take(Returns.complaint(original, email)).kind()).isEqualTo("COMPLAINT");
    assertThat(state(email)).isEqualTo("BLOCKED");
  }

  @Test
  void emailsAreSigned_soThatAnotherLibraryVerifiesThem() throws Exception {
    Http owner = server.owner();
    var made = owner.json("POST", "/api/mail/signing", Map.of()).json();
    String name = made.at("/key/name").asString();
    assertThat(made.at("/records/0/found").asString()).isEqualTo("MISSING");
    server.resolver.says(name, made.at("/key/record").asString());
    assertThat(owner.get("/api/mail/signing").json().at("/records/0/found").asString())
        .isEqualTo("RIGHT");
    owner.json("PUT", "/api/mail/signing", Map.of("on", true));
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(
        Map.of(
            "email", email, "consent", "yes", "first_name", "Σοφία 📚", "zone", "Europe/Athens"));
    server.settle();
    byte[] raw = server.mailbox.raw(server.mailbox.to(email).get(0).id()).orElseThrow();
    String record = made.at("/key/record").asString();
    DKIMVerifier verifier = new DKIMVerifier((methods, selector, token) -> List.of(record));
    List<SignatureRecord> signatures = verifier.verify(new ByteArrayInputStream(raw));
    assertThat(signatures).hasSize(1);
    assertThat(signatures.get(0).getDToken().toString()).isEqualTo("quireandthread.example");
    owner.json("PUT", "/api/mail/signing", Map.of("on", false));
    server.resolver.says(name, "v=DKIM1; k=rsa; p=someone-elses");
    assertThat(owner.get("/api/mail/signing").json().at("/records/0/found").asString())
        .isEqualTo("OTHER");
  }

  @Test
  void opensAndClicks_countOncePerPerson_machinesApart_andNobodyWhoAskedNotToBe() {
    SampleOffer offer =
        new SampleOffer(
            new jeton.server.sequence.SequenceDraft.StepDraft(
                java.util.Optional.empty(),
                true,
                1,
                jeton.core.followup.Wait.Unit.DAYS,
                new EmailContent(
                    "A",
                    "",
                    "<p><a href=\"https://q.example/?n={{first_name}}\">x</a></p>",
                    EmailButton.NONE)));
    String read = newAddress();
    String machine = newAddress();
    String asked = newAddress();
    List.of(read, machine, asked).forEach(offer::join);
    Http owner = server.owner();
    long askedId = owner.get("/api/people?words=" + asked).json().at("/people/0/id").asLong();
    owner.json("PUT", "/api/people/" + askedId + "/tracking", Map.of("untracked", true));
    server.forward(Duration.ofDays(1));
    server.clock.forward(Duration.ofMinutes(1));
    String html = SampleOffer.part(offer.newest(read), 1);
    String dot = html.replaceAll("(?s).*src=\"([^\"]*/l/[^\"]*\\.gif)\".*", "$1");
    String link = html.replaceAll("(?s).*href=\"([^\"]*/l/[^\"]*)\".*", "$1");
    for (int i = 0; i < 3; i++) {
      offer.visitor.get(dot, "User-Agent", BROWSER);
      assertThat(offer.visitor.get(link, "User-Agent", BROWSER).header("Location"))
          .isEqualTo("https://q.example/?n=Aoife");
    }
    String other =
        SampleOffer.part(offer.newest(machine), 1)
            .replaceAll("(?s).*src=\"([^\"]*/l/[^\"]*\\.gif)\".*", "$1");
    offer.visitor.get(other, "User-Agent", "Mozilla/5.0");
    assertThat(SampleOffer.part(offer.newest(asked), 1))
        .doesNotContain("/l/")
        .contains("https://q.example/?n=Aoife");
    var numbers =
        owner.get("/api/sequences/" + offer.sequence().id()).json().at("/steps/0/numbers");
    assertThat(numbers.get("sent").asInt()).isEqualTo(3);
    assertThat(numbers.get("opened").asInt()).isEqualTo(1);
    assertThat(numbers.get("machineOpened").asInt()).isEqualTo(1);
    assertThat(numbers.get("clicked").asInt()).isEqualTo(1);
    String forged = link.substring(0, link.length() - 3) + "AAA";
    assertThat(offer.visitor.get(forged, "User-Agent", BROWSER).status()).isEqualTo(404);
    assertThat(offer.visitor.get(server.base + "/l/nonsense").status()).isEqualTo(404);
  }

  @Test
  void anEml_isWhole_forAnIndependentParser_withEveryKindOfBlock() throws Exception {
    EmailContent content =
        new EmailContent(
            "مرحبا 📚 {{first_name}}",
            "p",
            EmailContent.Style.FRAMED,
            List.of(
                EmailBlock.text("<h2>שלום</h2><p>Hello <strong>{{first_name}}</strong></p>"),
                EmailBlock.button(
                    new EmailButton(
                        "Look", EmailButton.Target.LINK, "https://q.example/a?b=1&c=2")),
                EmailBlock.columns(
                    List.of(
                        new jeton.core.email.EmailColumn(List.of(EmailBlock.text("<p>left</p>"))),
                        new jeton.core.email.EmailColumn(
                            List.of(EmailBlock.text("<p>right</p>"))))),
                EmailBlock.divider(),
                EmailBlock.fileLink("Your link"),
                EmailBlock.incentive("Open it"),
                EmailBlock.social(
                    List.of(new jeton.core.email.SocialLink("Shop", "https://q.example")))),
            "",
            List.of());
    byte[] eml =
        server
            .owner()
            .json("POST", "/api/emails/export/eml", Map.of("kind", "FOLLOW_UP", "content", content))
            .bytes();
    MimeMessage message =
        new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(eml));
    assertThat(message.getSubject()).isEqualTo("مرحبا 📚 Aoife");
    assertThat(message.getHeader("List-Unsubscribe-Post")[0])
        .isEqualTo("List-Unsubscribe=One-Click");
    assertThat(SampleOffer.part(message, 0))
        .containsSubsequence(
            "שלום",
            "left",
            "right",
            "Your link:",
            "https://example.invalid/pass",
            "Shop: https://q");
    assertThat(SampleOffer.part(message, 1))
        .contains("https://q.example/a?b=1&amp;c=2", "שלום", "right")
        .doesNotContain("{{", "<script");
  }

  @Test
  void answersToOwnFields_areFilledIn_inTextAndLinks_andOneThatIsGoneDoesNoHarm() {
    Business business = server.bean(Business.class);
    FieldDefinition paper =
        new FieldDefinition("paper", FieldType.SHORT_TEXT, "Paper size", List.of());
    business.save(business.now().version(), asking(List.of(paper), Map.of("paper", "any paper")));
    EmailContent words =
        new EmailContent(
            "For {{paper}}",
            "",
            "<p><a href=\"https://q.example/?size={{paper}}\">See</a></p>",
            EmailButton.NONE);
    SampleOffer offer =
        new SampleOffer(
            new StepDraft(Optional.empty(), true, 1, Wait.Unit.DAYS, words),
            new StepDraft(Optional.empty(), true, 1, Wait.Unit.DAYS, words));
    String told = newAddress();
    String silent = newAddress();
    offer.join(told);
    offer.join(silent);
    long id = server.owner().get("/api/people?words=" + told).json().at("/people/0/id").asLong();
    server.bean(People.class).answered(id, Map.of("paper", "A5 & cream"), server.clock.instant());
    server.forward(Duration.ofDays(1));
    assertThat(offer.subjects(told)).contains("For A5 & cream");
    assertThat(offer.subjects(silent)).contains("For any paper");
    String link =
        SampleOffer.part(offer.newest(told), 1)
            .replaceAll("(?s).*href=\"([^\"]*/l/[^\"]*)\".*", "$1");
    Http.Answer pressed = offer.visitor.get(link, "User-Agent", BROWSER);
    assertThat(pressed.header("Location")).isEqualTo("https://q.example/?size=A5%20%26%20cream");

    Map<String, Object> withoutIt =
        Map.of(
            "version",
            business.now().version(),
            "settings",
            asking(List.of(), Map.of("paper", "any paper")));
    assertThat(server.owner().json("PUT", "/api/business", withoutIt).status())
        .as("taken out, the words for it left behind")
        .isEqualTo(200);
    server.forward(Duration.ofDays(1));
    assertThat(offer.subjects(told)).hasSize(4).endsWith("For A5 & cream");
    assertThat(offer.subjects(silent)).hasSize(4).endsWith("For any paper");
  }

  private static BusinessSettings asking(List<FieldDefinition> fields, Map<String, String> words) {
    BusinessSettings usual = TestServer.quireAndThread();
    return new BusinessSettings(
        usual.name(),
        usual.postalAddress(),
        usual.senderName(),
        usual.senderEmail(),
        usual.replyTo(),
        usual.zone(),
        usual.palette(),
        usual.logo(),
        words,
        fields,
        usual.checks(),
        usual.sending(),
        usual.pages());
  }

  @Test
  void twoHundredBlocks_areWritten_andThreeHundredAndOneAreTold() {
    Http owner = server.owner();
    EmailBlock block = EmailBlock.text("<p>one of many</p>");
    Map<String, Object> preview =
        new java.util.HashMap<>(Map.of("kind", "FOLLOW_UP", "firstName", "Aoife", "dark", false));
    preview.put("content", many(block, 200));
    Http.Answer answer = owner.json("POST", "/api/mail/preview", preview);
    assertThat(answer.status()).isEqualTo(200);
    assertThat(answer.json().get("html").asString().split("one of many")).hasSizeGreaterThan(200);
    SampleOffer offer = new SampleOffer();
    OfferSettings settings = server.bean(jeton.server.offer.Offers.class).get(offer.id).settings();
    Http.Answer refused =
        owner.json(
            "PUT",
            "/api/offers/" + offer.id,
            Map.of(
                "version",
                2,
                "settings",
                new OfferSettings(
                    settings.name(),
                    settings.slug(),
                    settings.confirm().withEmail(many(block, 301)),
                    settings.handOver())));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.problem()).isEqualTo("too_many");
  }

  private static EmailContent many(EmailBlock block, int n) {
    return new EmailContent(
        "s",
        "p",
        EmailContent.Style.FRAMED,
        java.util.Collections.nCopies(n, block),
        "",
        List.of());
  }
}
