package jeton.server.notice;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.harness.Awaiting;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.history.History;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/** Things that happen, and who is told. */
abstract class ToldByNotice {
  static final Pattern PAGE = Pattern.compile("/n/[A-Za-z0-9_-]{20,}");

  final TestServer server = TestServer.get();

  final JdbcClient db = server.bean(JdbcClient.class);

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

  static NoticeSettings settings(
      Map<NoticeKind, NoticePace> usual, List<NoticeSettings.ForOffer> offers, boolean people) {
    return new NoticeSettings(
        usual, offers, List.of(), LocalTime.of(8, 0), DayOfWeek.MONDAY, people);
  }

  NoticeReader save(long id, NoticeSettings settings) {
    NoticeReaders readers = server.bean(NoticeReaders.class);
    return readers.save(id, readers.get(id).version(), settings);
  }

  NoticeReader owner() {
    return server.bean(NoticeReaders.class).all().get(0);
  }

  NoticeReader further(NoticeSettings settings) {
    NoticeReaders readers = server.bean(NoticeReaders.class);
    List<NoticeReader> all = readers.add(newAddress());
    NoticeReader reader = all.get(all.size() - 1);
    Awaiting.until(() -> !server.mailbox.to(reader.email()).isEmpty());
    readers.confirm(reader);
    return save(reader.id(), settings);
  }

  void tell() {
    server.bean(NoticeSender.class).look();
    server.bean(Digests.class).look();
  }

  List<String> subjects(String address) {
    return server.mailbox.to(address).stream().map(ReceivedEmail::subject).toList();
  }

  String text(String address) {
    return SampleOffer.part(
        server.mailbox.message(server.mailbox.to(address).get(0).id()).orElseThrow(), 0);
  }

  void happened(History.Kind kind, long personId, long offerId, String detail) {
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(
            status ->
                server
                    .bean(History.class)
                    .note(
                        History.Event.of(server.clock.instant(), kind, personId, offerId, detail)));
  }

  long person(String email) {
    return db.sql("SELECT id FROM person WHERE email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  String page(String address) {
    Matcher page = PAGE.matcher(text(address));
    assertThat(page.find()).isTrue();
    return page.group();
  }

  String raw(String address) {
    try {
      java.io.ByteArrayOutputStream out = new java.io.ByteArrayOutputStream();
      server.mailbox.message(server.mailbox.to(address).get(0).id()).orElseThrow().writeTo(out);
      return out.toString(java.nio.charset.StandardCharsets.UTF_8);
    } catch (Exception failed) {
      throw new AssertionError(failed);
    }
  }
}
