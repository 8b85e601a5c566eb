package jeton.core.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AnswerClassTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");

  @ParameterizedTest
  @CsvSource({
    "250,2.0.0 Ok,TAKEN",
    "0,timeout,AWAY",
    "421,4.7.0 too many connections,AWAY",
    "450,4.2.0 greylisted,BUSY",
    "451,later,BUSY",
    "452,4.3.1 no space,FULL",
    "450,4.2.2 over quota,FULL",
    "552,5.2.2 mailbox full,FULL",
    "550,5.1.1 no such user,ADDRESS_REFUSED",
    "550,no such user,EMAIL_REFUSED",
    "550,relay not permitted,EMAIL_REFUSED",
    "550,5.7.1 relaying denied,EMAIL_REFUSED",
    "550,5.1.2 relaying denied,EMAIL_REFUSED",
    "530,5.7.0 authentication required,EMAIL_REFUSED",
    "550,5.1.8 sender unknown,EMAIL_REFUSED",
    "556,5.1.10 takes no mail,ADDRESS_REFUSED",
    "550,5.2.1 mailbox closed,ADDRESS_REFUSED",
    "550,5.1.1 unknown; see our spam policy,ADDRESS_REFUSED",
    "553,5.1.3 bad syntax,ADDRESS_REFUSED",
    "550,5.4.1 no route,EMAIL_REFUSED",
    "554,5.7.1 not authorised,EMAIL_REFUSED",
    "552,5.3.4 too big,EMAIL_REFUSED",
    "554,5.6.0 bad content,EMAIL_REFUSED",
  })
  void answers_areToldApart(int code, String said, AnswerClass expected) {
    assertThat(AnswerClass.of(code, said)).isEqualTo(expected);
  }

  @Test
  void aFullMailbox_isTriedInASlowerRhythm_andARefusedEmailNotAtAll() {
    assertThat(Backoff.nextAttempt(AnswerClass.BUSY, 1, false, NOW)).contains(NOW.plusSeconds(60));
    assertThat(Backoff.nextAttempt(AnswerClass.FULL, 1, false, NOW))
        .contains(NOW.plusSeconds(1800));
    assertThat(Backoff.nextAttempt(AnswerClass.EMAIL_REFUSED, 1, false, NOW)).isEmpty();
    assertThat(Backoff.nextAttempt(AnswerClass.AWAY, 6, false, NOW))
        .contains(NOW.plus(Duration.ofHours(24)));
    assertThat(Backoff.nextAttempt(AnswerClass.AWAY, 7, false, NOW)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "Mozilla/5.0,'',60,true",
    "'','',60,true",
    "Mozilla/5.0 (via ggpht.com ImageProxy),'',60,true",
    "Mozilla/5.0 (X11; Linux) Gecko Firefox/140,prefetch;prerender,60,true",
    "Mozilla/5.0 (X11; Linux) Gecko Firefox/140,'',1,true",
    "Mozilla/5.0 (X11; Linux) Gecko Firefox/140,'',60,false",
  })
  void machines_areKeptApart(String agent, String purpose, int seconds, boolean machine) {
    assertThat(MachineReader.is(agent, purpose, Duration.ofSeconds(seconds))).isEqualTo(machine);
  }
}
