package jeton.server.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyCollection;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import jeton.core.mail.AnswerClass;
import jeton.core.people.PersonState;
import jeton.server.mail.DeliveryListener.Outcome;
import jeton.server.smtp.MailTransport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.DeadlockLoserDataAccessException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.transaction.support.TransactionOperations;

/** What becomes of a batch, with a store that fails on cue. */
class SettlementTest {
  private static final Instant NOW = Instant.parse("2026-11-25T10:00:00Z");
  private static final Duration PAUSE = Duration.ofSeconds(6);
  private static final String CLAIM = "claim";

  private final OutboxStore store = mock(OutboxStore.class);
  private final List<DeliveryListener.Settled> heard = new ArrayList<>();
  private final Settlement.Round round = new Settlement.Round(CLAIM);
  private Settlement settlement;

  @BeforeEach
  void allAreStillClaimed() {
    when(store.owned(eq(CLAIM), anyCollection()))
        .thenAnswer(asked -> new HashSet<Long>(asked.getArgument(1)));
    settlement =
        new Settlement(
            store,
            TransactionOperations.withoutTransaction(),
            listeners((batch, at) -> heard.addAll(batch)),
            Clock.fixed(NOW, ZoneOffset.UTC));
  }

  @SuppressWarnings("unchecked")
  private static ObjectProvider<DeliveryListener> listeners(DeliveryListener listener) {
    ObjectProvider<DeliveryListener> provider = mock(ObjectProvider.class);
    when(provider.orderedStream()).thenAnswer(asked -> Stream.of(listener));
    return provider;
  }

  private static OutboxStore.Row row(long id, int failures) {
    return new OutboxStore.Row(
        id,
        CLAIM,
        "<" + id + "@q.example>",
        OutgoingEmail.followUp(
            id + 100, Optional.of(1L), new OutgoingEmail.RunStep(id + 200, 3), NOW),
        failures,
        "p" + id + "@mail.example",
        "Aoife",
        PersonState.ON_THE_LIST,
        true,
        false,
        "Plan",
        1);
  }

  private void tried(long id, int failures, AnswerClass answer, String said) {
    round.tried(
        new Settlement.Result(row(id, failures), new MailTransport.Answer(answer, said), "Hello"));
  }

  @Test
  void whatWasTaken_isSettledTogether_andHeardOfWithItsSubject() {
    tried(1, 0, AnswerClass.TAKEN, "");
    tried(2, 3, AnswerClass.TAKEN, "");
    settlement.record(round, PAUSE);
    verify(store).settle(List.of(1L, 2L), Outcome.SENT, AnswerClass.TAKEN, "", NOW);
    assertThat(heard)
        .extracting(DeliveryListener.Settled::outcome, DeliveryListener.Settled::detail)
        .containsOnly(org.assertj.core.groups.Tuple.tuple(Outcome.SENT, "Hello"))
        .hasSize(2);
  }

  @Test
  void aRefusedAddress_endsIt_andIsHeardOfWithWhatWasSaid() {
    tried(1, 0, AnswerClass.ADDRESS_REFUSED, "550 no such user");
    settlement.record(round, PAUSE);
    verify(store)
        .settle(List.of(1L), Outcome.REFUSED, AnswerClass.ADDRESS_REFUSED, "550 no such user", NOW);
    assertThat(heard)
        .singleElement()
        .satisfies(s -> assertThat(s.outcome()).isEqualTo(Outcome.REFUSED))
        .satisfies(s -> assertThat(s.detail()).isEqualTo("550 no such user"));
  }

  @ParameterizedTest
  @EnumSource(
      value = AnswerClass.class,
      names = {"BUSY", "AWAY", "FULL"})
  void aPassingFault_isTriedAgain_andNobodyHearsOfIt(AnswerClass answer) {
    tried(1, 0, answer, "451 later");
    settlement.record(round, PAUSE);
    verify(store)
        .postpone(
            any(),
            eq(NOW.plus(Duration.ofMinutes(answer == AnswerClass.FULL ? 30 : 1))),
            eq(answer),
            eq("451 later"));
    verify(store, never()).settle(anyCollection(), any(), any(), any(), any());
    assertThat(heard).isEmpty();
  }

  @Test
  void afterTheLastAttempt_itIsGivenUp() {
    tried(1, 6, AnswerClass.BUSY, "451 later");
    settlement.record(round, PAUSE);
    verify(store).settle(List.of(1L), Outcome.GIVEN_UP, AnswerClass.BUSY, "451 later", NOW);
  }

  @Test
  void whatAnotherHasTakenMeanwhile_isNotTouched() {
    when(store.owned(eq(CLAIM), anyCollection())).thenReturn(Set.of(2L));
    tried(1, 0, AnswerClass.TAKEN, "");
    tried(2, 0, AnswerClass.TAKEN, "");
    round.unwanted(row(3, 0));
    settlement.record(round, PAUSE);
    verify(store).settle(List.of(2L), Outcome.SENT, AnswerClass.TAKEN, "", NOW);
    verify(store, never()).settle(anyCollection(), eq(Outcome.DROPPED), any(), any(), any());
    assertThat(heard).hasSize(1);
  }

  @Test
  void whatWasNotTried_isGivenBackAtOnce_andWhatMetALimitAfterAPause() {
    round.untried(row(1, 0));
    round.limited(row(2, 0));
    settlement.record(round, PAUSE);
    verify(store).release(CLAIM, List.of(1L), NOW);
    verify(store).release(CLAIM, List.of(2L), NOW.plus(PAUSE));
    assertThat(heard).isEmpty();
  }

  @Test
  void whatNobodyWants_isDropped() {
    round.unwanted(row(1, 0));
    settlement.record(round, PAUSE);
    verify(store).settle(List.of(1L), Outcome.DROPPED, AnswerClass.TAKEN, "", NOW);
    assertThat(heard)
        .singleElement()
        .extracting(DeliveryListener.Settled::outcome)
        .isEqualTo(Outcome.DROPPED);
  }

  @Test
  void aDeadlock_isTriedAgainAtOnce_andNothingIsHeardTwiceOfTheRoundThatCounts() {
    tried(1, 0, AnswerClass.TAKEN, "");
    doThrow(new DeadlockLoserDataAccessException("deadlock", null))
        .doNothing()
        .when(store)
        .settle(anyCollection(), any(), any(), any(), any());
    settlement.record(round, PAUSE);
    verify(store, times(2)).settle(anyCollection(), any(), any(), any(), any());
    assertThat(heard).hasSize(1);
  }

  @Test
  void whatFollowsFromAnEmail_failsAlone_andItIsSentAllTheSame() {
    settlement =
        new Settlement(
            store,
            TransactionOperations.withoutTransaction(),
            listeners(
                (batch, at) -> {
                  if (batch.stream().anyMatch(s -> s.email().personId() == 101)) {
                    throw new DuplicateKeyException("as told by the test");
                  }
                  heard.addAll(batch);
                }),
            Clock.fixed(NOW, ZoneOffset.UTC));
    tried(1, 0, AnswerClass.TAKEN, "");
    tried(2, 0, AnswerClass.TAKEN, "");
    settlement.record(round, PAUSE);
    verify(store)
        .settle(
            List.of(1L),
            Outcome.SENT,
            AnswerClass.TAKEN,
            "It was sent, but what follows from that could not be noted.",
            NOW);
    assertThat(heard).singleElement().extracting(s -> s.email().personId()).isEqualTo(102L);
    assertThat(settlement.isStuck()).isFalse();
  }

  @Test
  void whileNothingCanBeRecorded_nothingElseIsSent_andItGoesOnByItself() throws Exception {
    tried(1, 0, AnswerClass.TAKEN, "");
    AtomicBoolean full = new AtomicBoolean(true);
    doAnswer(
            call -> {
              if (full.get()) {
                throw new UncategorizedSQLException("", null, new SQLException("disk full"));
              }
              return null;
            })
        .when(store)
        .settle(anyCollection(), any(), any(), any(), any());
    Thread recording = new Thread(() -> settlement.record(round, PAUSE));
    recording.start();
    await(settlement::isStuck);
    full.set(false);
    recording.join(10_000);
    assertThat(settlement.isStuck()).isFalse();
    verify(store, atLeastOnce()).settle(eq(List.of(1L)), eq(Outcome.SENT), any(), any(), eq(NOW));
  }

  private static void await(BooleanSupplier condition) {
    long until = System.nanoTime() + 10_000_000_000L;
    while (!condition.getAsBoolean() && System.nanoTime() < until) {
      Thread.onSpinWait();
    }
    assertThat(condition.getAsBoolean()).isTrue();
  }

  @Test
  void whatLeft_isRecordedAsSent_thoughItsReaderHasLeftMeanwhile() {
    when(store.owned(eq(CLAIM), anyCollection())).thenReturn(Set.of());
    when(store.sentAllTheSame(1, NOW)).thenReturn(true);
    tried(1, 0, AnswerClass.TAKEN, "");
    tried(2, 0, AnswerClass.ADDRESS_REFUSED, "550 5.1.1");
    settlement.record(round, PAUSE);
    assertThat(heard)
        .singleElement()
        .extracting(DeliveryListener.Settled::outcome)
        .isEqualTo(Outcome.SENT);
  }

  @Test
  void anEmptyRound_asksTheStoreNothing() {
    settlement.record(round, PAUSE);
    verifyNoInteractions(store);
  }
}
