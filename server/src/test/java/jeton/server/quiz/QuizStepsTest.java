package jeton.server.quiz;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;

import java.time.Clock;
import java.util.concurrent.CountDownLatch;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

class QuizStepsTest {
  private final Business business = TestServer.get().bean(Business.class);

  @Test
  @Timeout(20)
  void whoeverLooksWhileCountsAreBeingWritten_waitsForThem() throws InterruptedException {
    StepStore store = mock();
    CountDownLatch writing = new CountDownLatch(1);
    CountDownLatch written = new CountDownLatch(1);
    doAnswer(
            call -> {
              writing.countDown();
              written.await();
              return null;
            })
        .when(store)
        .add(any(), any());
    QuizSteps steps = new QuizSteps(store, business, Clock.systemUTC());
    steps.took(new QuizSteps.Step(1, 1, 0, QuizSteps.What.STARTED, ""), "key");
    Thread everySecond = new Thread(steps::flush);
    everySecond.start();
    writing.await();
    Thread look = new Thread(steps::flush);
    look.start();
    while (look.isAlive() && look.getState() != Thread.State.BLOCKED) {
      Thread.onSpinWait();
    }
    assertThat(look.isAlive()).isTrue();
    written.countDown();
    everySecond.join();
    look.join();
  }
}
