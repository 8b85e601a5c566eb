package jeton.server.notice;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.harness.SampleOffer;
import jeton.server.history.History;
import org.junit.jupiter.api.Test;

/** Digests, once at their hour (O3). */
class DigestTest extends ToldByNotice {
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
}
