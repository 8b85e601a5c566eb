package jeton.server.notice;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.harness.Awaiting;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.history.History;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Who is told: asked first, and as far as they may see (O1). */
class NoticeReadersTest extends ToldByNotice {
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
