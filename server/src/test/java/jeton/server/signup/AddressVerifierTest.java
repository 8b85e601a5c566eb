package jeton.server.signup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import jeton.server.business.JetonSettings;
import jeton.server.business.PublicUrl;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class AddressVerifierTest {
  private final AtomicInteger asked = new AtomicInteger();
  private final CountDownLatch end = new CountDownLatch(1);
  private final ExecutorService hands = Executors.newCachedThreadPool();
  private HttpServer service;
  private AddressVerifier verifier;

  @BeforeEach
  void start() throws IOException {
    service = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    service.setExecutor(hands);
    service.start();
    JetonSettings settings = mock(JetonSettings.class);
    when(settings.verifierUrl())
        .thenReturn("http://127.0.0.1:" + service.getAddress().getPort() + "/verify");
    verifier = new AddressVerifier(settings, mock(PublicUrl.class), JsonMapper.shared());
  }

  @AfterEach
  void stop() {
    end.countDown();
    service.stop(0);
    hands.shutdownNow();
  }

  private void answers(String verdict) {
    service.createContext(
        "/verify",
        exchange -> {
          asked.incrementAndGet();
          byte[] said = verdict.getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(200, said.length);
          exchange.getResponseBody().write(said);
          exchange.close();
        });
  }

  /** Begins an answer and never ends it. */
  private void trickles() {
    service.createContext(
        "/verify",
        exchange -> {
          asked.incrementAndGet();
          exchange.sendResponseHeaders(200, 100);
          exchange.getResponseBody().write('{');
          exchange.getResponseBody().flush();
          try {
            end.await();
          } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
          }
        });
  }

  @Test
  void anAddressThatIsSurelyBad_isSaidToBe() {
    answers("{\"verdict\":\"bad\"}");
    assertThat(verifier.isBad("nobody@mail.example")).isTrue();
  }

  @Test
  void nonsense_letsEverybodyIn() {
    answers("[]");
    assertThat(verifier.isBad("ida@mail.example")).isFalse();
  }

  @Test
  void aServiceThatHangs_hasTwoSeconds_andIsLeftAloneAfterSomeMisses() {
    trickles();
    for (int miss = 0; miss < 3; miss++) {
      long began = System.nanoTime();
      assertThat(verifier.isBad("ida@mail.example")).isFalse();
      assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofSeconds(3));
    }
    for (int n = 0; n < 50; n++) {
      assertThat(verifier.isBad("ida@mail.example")).isFalse();
    }
    assertThat(asked).hasValue(3);
  }
}
