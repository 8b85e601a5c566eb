package jeton.server.notice;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.harness.Awaiting;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.database.ConfigurationVersion;
import jeton.server.history.History;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;
import tools.jackson.databind.JsonNode;

/** Rules O over HTTP and by email. */
class NoticeTest {
  private static final Pattern PAGE = Pattern.compile("/n/[A-Za-z0-9_-]{20,}");
  private final TestServer server = TestServer.get();
  private final JdbcClient db = server.bean(JdbcClient.class);

  @BeforeEach
  void nobodyIsToldAnything() {
    server.owner().get("/api/notices/readers");
    for (NoticeReader reader : server.bean(NoticeReaders.class).all()) {
      if (reader.ownerId().isEmpty()) {
        server.bean(NoticeReaders.class).remove(reader.id());
      } else {
        save(reader.id(), settings(Map.of(), List.of(), true));
      }
    }
    List.of("trouble", "notice", "notice_hour", "notice_digest")
        .forEach(table -> db.sql("DELETE FROM " + table).update());
  }

  private static NoticeSettings settings(
      Map<NoticeKind, NoticePace> usual, List<NoticeSettings.ForOffer> offers, boolean people) {
    return new NoticeSettings(
        usual, offers, List.of(), LocalTime.of(8, 0), DayOfWeek.MONDAY, people);
  }

  private NoticeReader save(long id, NoticeSettings settings) {
    NoticeReaders readers = server.bean(NoticeReaders.class);
    return readers.save(id, readers.get(id).version(), settings);
  }

  private NoticeReader owner() {
    return server.bean(NoticeReaders.class).all().get(0);
  }

  private NoticeReader further(NoticeSettings settings) {
    NoticeReaders readers = server.bean(NoticeReaders.class);
    List<NoticeReader> all = readers.add(newAddress());
    NoticeReader reader = all.get(all.size() - 1);
    Awaiting.until(() -> !server.mailbox.to(reader.email()).isEmpty());
    readers.confirm(reader);
    return save(reader.id(), settings);
  }

  private void tell() {
    server.bean(NoticeSender.class).look();
    server.bean(Digests.class).look();
  }

  private List<String> subjects(String address) {
    return server.mailbox.to(address).stream().map(ReceivedEmail::subject).toList();
  }

  private String text(String address) {
    return SampleOffer.part(
        server.mailbox.message(server.mailbox.to(address).get(0).id()).orElseThrow(), 0);
  }

  private void happened(History.Kind kind, long personId, long offerId, String detail) {
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(
            status ->
                server
                    .bean(History.class)
                    .note(
                        History.Event.of(server.clock.instant(), kind, personId, offerId, detail)));
  }

  private long person(String email) {
    return db.sql("SELECT id FROM person WHERE email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  @Test
  void atOnce_aSignUpIsToldByName_andAgainNobodyIsTold() {
    NoticeReader owner = owner();
    save(owner.id(), settings(Map.of(NoticeKind.SIGN_UP, NoticePace.AT_ONCE), List.of(), true));
    int before = server.mailbox.to(owner.email()).size();
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(email);
    tell();
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before + 1);
    assertThat(subjects(owner.email()).get(0)).contains("signed up for “Plan");
    assertThat(text(owner.email())).contains(email).contains("/app/people/" + person(email));
  }

  @Test
  void moreThanTenWithinAnHour_areToldInOneAtItsEnd() {
    NoticeReader owner = owner();
    save(owner.id(), settings(Map.of(NoticeKind.CODE_USED, NoticePace.AT_ONCE), List.of(), true));
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(email);
    long person = person(email);
    int before = server.mailbox.to(owner.email()).size();
    for (int i = 0; i < 47; i++) {
      happened(History.Kind.GRANT_USED, person, offer.id, "order " + i);
    }
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before + 10);
    server.clock.forward(Duration.ofMinutes(59));
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before + 10);
    happened(History.Kind.GRANT_USED, person, offer.id, "order 48");
    tell();
    server.clock.forward(Duration.ofMinutes(1));
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before + 11);
    assertThat(subjects(owner.email()).get(0)).isEqualTo("38 codes used more within the hour");
    assertThat(text(owner.email())).contains("And 8 more.");
    assertThat(db.sql("SELECT COUNT(*) FROM notice").query(Long.class).single()).isZero();
  }

  @Test
  void oneOffersOwnChoiceCountsForItAlone() {
    SampleOffer chosen = new SampleOffer();
    SampleOffer other = new SampleOffer();
    NoticeReader reader =
        further(
            settings(
                Map.of(),
                List.of(
                    new NoticeSettings.ForOffer(
                        chosen.id, Map.of(NoticeKind.SIGN_UP, NoticePace.AT_ONCE))),
                true));
    int asked = server.mailbox.to(reader.email()).size();
    other.signUp(newAddress());
    chosen.signUp(newAddress());
    tell();
    assertThat(server.mailbox.to(reader.email())).hasSize(asked + 1);
  }

  @Test
  void aFurtherAddressIsAsked_getsNothingBeforeItSaysYes_andStopsInOneClick() {
    String address = newAddress();
    Http.Answer added =
        server.owner().json("POST", "/api/notices/readers", Map.of("email", address));
    assertThat(added.status()).as(added.body()).isEqualTo(200);
    Awaiting.until(() -> !server.mailbox.to(address).isEmpty());
    JsonNode all = added.json();
    JsonNode view = all.get(all.size() - 1);
    assertThat(view.get("state").asString()).isEqualTo("ASKED");
    save(
        view.get("id").asLong(),
        settings(Map.of(NoticeKind.SIGN_UP, NoticePace.AT_ONCE), List.of(), false));
    SampleOffer offer = new SampleOffer();
    offer.signUp(newAddress());
    tell();
    assertThat(server.mailbox.to(address)).hasSize(1);

    String page = page(address);
    Http visitor = new Http(server.base);
    assertThat(visitor.get(page).body()).contains("Do you want to hear").contains("Yes, send");
    tell();
    assertThat(server.mailbox.to(address)).as("looking is no yes").hasSize(1);
    assertThat(visitor.form(page + "?choice=yes", Map.of()).body()).contains("You are told");
    String email = newAddress();
    offer.signUp(email);
    tell();
    assertThat(server.mailbox.to(address)).hasSize(2);

    String stop =
        raw(address).replaceAll("(?s).*List-Unsubscribe: <[^/]*//[^/]*(/n/[^>]*)>.*", "$1");
    assertThat(visitor.form(stop, Map.of("List-Unsubscribe", "One-Click")).body())
        .contains("Nothing more is sent");
    offer.signUp(newAddress());
    tell();
    assertThat(server.mailbox.to(address)).hasSize(2);
    assertThat(new Http(server.base).get("/n/forged_forged_forged_forged").status()).isEqualTo(404);
  }

  private String page(String address) {
    Matcher page = PAGE.matcher(text(address));
    assertThat(page.find()).isTrue();
    return page.group();
  }

  private String raw(String address) {
    try {
      java.io.ByteArrayOutputStream out = new java.io.ByteArrayOutputStream();
      server.mailbox.message(server.mailbox.to(address).get(0).id()).orElseThrow().writeTo(out);
      return out.toString(java.nio.charset.StandardCharsets.UTF_8);
    } catch (Exception failed) {
      throw new AssertionError(failed);
    }
  }

  @Test
  void aReaderWhoMayNotReadOfPeopleReadsNumbersAlone() {
    SampleOffer offer = new SampleOffer();
    Map<NoticeKind, NoticePace> all = new EnumMap<>(NoticeKind.class);
    for (NoticeKind kind : NoticeKind.values()) {
      all.put(kind, NoticePace.AT_ONCE);
    }
    all.remove(NoticeKind.OPENED);
    NoticeReader reader = further(settings(all, List.of(), false));
    String email = newAddress();
    offer.signUp(email);
    long person = person(email);
    happened(History.Kind.ANSWERED, person, offer.id, "Message: my secret wish");
    happened(History.Kind.GRANT_USED, person, offer.id, "the code SECRET-12");
    tell();
    all.replaceAll((kind, pace) -> NoticePace.DAILY);
    save(reader.id(), settings(all, List.of(), false));
    happened(History.Kind.ANSWERED, person, offer.id, "Message: my secret wish");
    server.clock.forward(Duration.ofDays(1));
    tell();
    assertThat(subjects(reader.email())).hasSizeGreaterThanOrEqualTo(5);
    server
        .mailbox
        .to(reader.email())
        .forEach(
            mail -> {
              String words =
                  mail.subject()
                      + SampleOffer.part(server.mailbox.message(mail.id()).orElseThrow(), 0)
                      + SampleOffer.part(server.mailbox.message(mail.id()).orElseThrow(), 1);
              assertThat(words)
                  .doesNotContain(email, "secret", "SECRET", "Aoife", "/app/people", "/app/today");
            });
  }

  @Test
  void aDailyDigestTellsWhatCameIn_onceAtItsHour_andNothingWhenNothingHappened() {
    NoticeReader owner = owner();
    Map<NoticeKind, NoticePace> usual = new EnumMap<>(NoticeSettings.ofOwner().usual());
    usual.put(NoticeKind.TROUBLE, NoticePace.NOT);
    save(owner.id(), settings(usual, List.of(), true));
    server.clock.forward(Duration.ofDays(1));
    tell();
    int before = server.mailbox.to(owner.email()).size();
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.join(email);
    happened(History.Kind.ANSWERED, person(email), offer.id, "Message: two sizes, {{email}} <b>?");
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before);
    server.clock.forward(Duration.ofDays(1));
    tell();
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before + 1);
    assertThat(subjects(owner.email()).get(0)).contains("1 sign-up, 1 confirmed, 1 answer to read");
    assertThat(text(owner.email()))
        .contains("Since ")
        .contains("To be read")
        .contains("two sizes, { {email}} <b>?");
    server.clock.forward(Duration.ofDays(1));
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before + 1);
  }

  @Test
  void threeDaysWithoutAServer_areToldInOneDigest() {
    NoticeReader owner = owner();
    save(owner.id(), settings(Map.of(NoticeKind.SIGN_UP, NoticePace.DAILY), List.of(), true));
    server.clock.forward(Duration.ofDays(1));
    tell();
    int before = server.mailbox.to(owner.email()).size();
    SampleOffer offer = new SampleOffer();
    for (int day = 0; day < 3; day++) {
      offer.signUp(newAddress());
      server.clock.forward(Duration.ofDays(1));
    }
    tell();
    assertThat(server.mailbox.to(owner.email())).hasSize(before + 1);
    assertThat(subjects(owner.email()).get(0)).isEqualTo("3 sign-ups");
  }

  @Test
  void whatTheMailServerRefusesIsTriedAgain_andCountsForNothingInTheHour() {
    NoticeReader reader =
        further(settings(Map.of(NoticeKind.SIGN_UP, NoticePace.AT_ONCE), List.of(), true));
    int asked = server.mailbox.to(reader.email()).size();
    server.refuse(reader.email(), 451);
    new SampleOffer().signUp(newAddress());
    tell();
    server.takeAgain(reader.email());
    tell();
    assertThat(server.mailbox.to(reader.email())).hasSize(asked);
    server.clock.forward(Duration.ofMinutes(3));
    tell();
    assertThat(server.mailbox.to(reader.email())).hasSize(asked + 1);
    assertThat(
            db.sql("SELECT told FROM notice_hour WHERE reader_id = :id")
                .param("id", reader.id())
                .query(Integer.class)
                .single())
        .isEqualTo(1);
  }

  @Test
  void troubleIsToldWhenItBegins_notEachTimeItIsLookedAt_andStandsInTheDigest() {
    NoticeReader owner = owner();
    save(owner.id(), settings(Map.of(NoticeKind.TROUBLE, NoticePace.AT_ONCE), List.of(), true));
    Troubles troubles = server.bean(Troubles.class);
    troubles.look();
    tell();
    server.clock.forward(Duration.ofHours(2));
    tell();
    server.clock.forward(Duration.ofHours(2));
    int before = server.mailbox.to(owner.email()).size();
    SampleOffer offer = new SampleOffer();
    db.sql("DELETE FROM offer_file WHERE offer_id = :id").param("id", offer.id).update();
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(status -> server.bean(ConfigurationVersion.class).changed());
    troubles.look();
    troubles.look();
    tell();
    assertThat(subjects(owner.email())).hasSizeGreaterThan(before);
    assertThat(subjects(owner.email()).stream().filter(s -> s.contains("There is no file")).count())
        .isEqualTo(1);
    JsonNode sample =
        server.owner().get("/api/notices/readers/" + owner.id() + "/digest?pace=DAILY").json();
    assertThat(sample.get("html").asString())
        .contains("Needs a hand")
        .contains("There is no file to hand over.")
        .contains("/app/offers/" + offer.id + "/give");
    assertThat(sample.get("subject").asString()).contains("hand");
  }

  @Test
  void whatCannotBeSaved_isSaid_andWhatWasChangedElsewhereIsNotOverwritten() {
    NoticeReader owner = owner();
    String path = "/api/notices/readers/" + owner.id();
    NoticeSettings wrong = settings(Map.of(NoticeKind.OPENED, NoticePace.DAILY), List.of(), true);
    Http.Answer refused =
        server.owner().json("PUT", path, Map.of("version", owner.version(), "settings", wrong));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.body()).contains("\"emails\"");
    NoticeSettings fine = settings(Map.of(), List.of(), true);
    Map<String, Object> draft = Map.of("version", owner.version(), "settings", fine);
    assertThat(server.owner().json("PUT", path, draft).status()).isEqualTo(200);
    assertThat(server.owner().json("PUT", path, draft).status()).isEqualTo(409);
    assertThat(server.owner().delete(path).status()).as("owners stay").isEqualTo(404);
    for (String bad : List.of("nobody", owner.email())) {
      assertThat(server.owner().json("POST", "/api/notices/readers", Map.of("email", bad)).status())
          .as(bad)
          .isEqualTo(422);
    }
  }

  @Test
  void whatIsChosenOtherwise_waitsNoLonger_andTheRestStillDoes() {
    SampleOffer silenced = new SampleOffer();
    SampleOffer kept = new SampleOffer();
    Map<NoticeKind, NoticePace> usual = Map.of(NoticeKind.CODE_USED, NoticePace.AT_ONCE);
    NoticeReader reader = further(settings(usual, List.of(), true));
    String email = newAddress();
    kept.signUp(email);
    for (int i = 0; i < 10; i++) {
      happened(History.Kind.GRANT_USED, person(email), kept.id, "order");
    }
    tell();
    happened(History.Kind.GRANT_USED, person(email), silenced.id, "order");
    happened(History.Kind.GRANT_USED, person(email), kept.id, "order");
    happened(History.Kind.GRANT_USED, person(email), kept.id, "order");
    tell();
    save(
        reader.id(),
        settings(
            usual,
            List.of(
                new NoticeSettings.ForOffer(
                    silenced.id, Map.of(NoticeKind.CODE_USED, NoticePace.NOT))),
            true));
    server.clock.forward(Duration.ofHours(1));
    tell();
    assertThat(subjects(reader.email()).get(0)).isEqualTo("2 codes used more within the hour");
  }

  @Test
  void troubleNamesNobody() {
    SampleOffer offer = new SampleOffer();
    NoticeReader reader =
        further(settings(Map.of(NoticeKind.TROUBLE, NoticePace.AT_ONCE), List.of(), false));
    Troubles troubles = server.bean(Troubles.class);
    troubles.look();
    tell();
    server.clock.forward(Duration.ofDays(2));
    tell();
    String email = newAddress();
    server.refuse(email, 451);
    offer.signUp(email);
    server.settle();
    db.sql("DELETE FROM trouble").update();
    db.sql("UPDATE outbox SET last_error = :said WHERE state = 'WAITING'")
        .param("said", "451 no room for " + email)
        .update();
    troubles.look();
    tell();
    server.clock.forward(Duration.ofHours(1));
    tell();
    server.takeAgain(email);
    StringBuilder all = new StringBuilder();
    server
        .mailbox
        .to(reader.email())
        .forEach(
            mail ->
                all.append(mail.subject())
                    .append(SampleOffer.part(server.mailbox.message(mail.id()).orElseThrow(), 0)));
    assertThat(all.toString()).contains("Emails could not be sent so far").doesNotContain(email);
  }

  @Test
  void ofTwoInstancesOneAsks_andAddingItAgainAsksNoMoreOften() throws Exception {
    NoticeReaders readers = server.bean(NoticeReaders.class);
    String address = newAddress();
    List<NoticeReader> all = readers.add(address);
    Awaiting.until(() -> server.mailbox.to(address).size() == 1);
    db.sql("UPDATE notice_reader SET asked_at = NULL WHERE email = :email")
        .param("email", address)
        .update();
    List<CompletableFuture<Void>> both =
        List.of(
            CompletableFuture.runAsync(readers::look), CompletableFuture.runAsync(readers::look));
    both.forEach(CompletableFuture::join);
    assertThat(
            db.sql("SELECT COUNT(*) FROM notice_asked WHERE email_key = :key")
                .param("key", address.toLowerCase(Locale.ROOT))
                .query(Long.class)
                .single())
        .isEqualTo(2);
    readers.remove(all.get(all.size() - 1).id());
    assertThat(
            server.owner().json("POST", "/api/notices/readers", Map.of("email", address)).status())
        .isEqualTo(429);
  }

  @Test
  void aFurtherAddressIsAskedAgain_butNotAtOnce() {
    NoticeReaders readers = server.bean(NoticeReaders.class);
    List<NoticeReader> all = readers.add(newAddress());
    long id = all.get(all.size() - 1).id();
    String ask = "/api/notices/readers/" + id + "/ask";
    assertThat(server.owner().json("POST", ask, Map.of()).status()).isEqualTo(429);
    server.clock.forward(Duration.ofMinutes(3));
    assertThat(server.owner().json("POST", ask, Map.of()).status()).isEqualTo(204);
    Awaiting.until(() -> server.mailbox.to(readers.get(id).email()).size() == 2);
  }
}
