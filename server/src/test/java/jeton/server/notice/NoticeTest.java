package jeton.server.notice;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.harness.SampleOffer;
import jeton.server.database.ConfigurationVersion;
import jeton.server.history.History;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionOperations;
import tools.jackson.databind.JsonNode;

/** What is told at once, and what waits (O2). */
class NoticeTest extends ToldByNotice {
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
}
