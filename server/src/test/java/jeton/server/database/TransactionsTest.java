package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.transaction.PlatformTransactionManager;

/** What meets others is done again; what is wrong is not. */
class TransactionsTest {
  private final PlatformTransactionManager manager = mock(PlatformTransactionManager.class);
  private final Transactions transactions = new Transactions(manager);
  private final AtomicInteger done = new AtomicInteger();

  @Test
  void whatMeetsOthersManyTimes_isDoneAgain_untilItGetsThrough() {
    int meetings = 20;
    String said =
        transactions.execute(
            status -> {
              if (done.incrementAndGet() <= meetings) {
                throw new CannotAcquireLockException("met");
              }
              return "through";
            });
    assertThat(said).isEqualTo("through");
    assertThat(done).hasValue(meetings + 1);
    verify(manager, times(meetings)).rollback(any());
    verify(manager, times(1)).commit(any());
  }

  @Test
  void theOthersMayBeMetAtTheEndToo() {
    doThrow(new CannotAcquireLockException("met")).doNothing().when(manager).commit(any());
    assertThat(transactions.<Integer>execute(status -> done.incrementAndGet())).isEqualTo(2);
  }

  @Test
  void whatIsWrong_isDoneOnce() {
    assertThatThrownBy(
            () ->
                transactions.execute(
                    status -> {
                      done.incrementAndGet();
                      throw new DataIntegrityViolationException("wrong");
                    }))
        .hasMessage("wrong");
    assertThat(done).hasValue(1);
  }
}
