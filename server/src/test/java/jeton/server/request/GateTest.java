package jeton.server.request;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.LoggingEvent;
import ch.qos.logback.core.ConsoleAppender;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import jeton.harness.RawLine;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.slf4j.LoggerFactory;

class GateTest {
  private final TestServer server = TestServer.get();

  @ParameterizedTest
  @CsvSource({
    "127.0.0.1:8080, 200",
    "localhost, 200",
    "LOCALHOST:1, 200",
    "[::1]:8080, 200",
    "elsewhere.example, 421",
    "127.0.0.1.elsewhere.example, 421",
    "localhost.elsewhere.example:80, 421"
  })
  void onlyNamesWeKnow_areAnsweredTo(String host, int status) throws IOException {
    String path = "/o/" + new SampleOffer().slug;
    RawLine line = new RawLine(server.base);
    line.say("GET " + path + " HTTP/1.1\r\nHost: " + host + "\r\n\r\n");
    assertThat(line.answer(true)).isEqualTo(status);
    line.close();
  }

  @ParameterizedTest
  @CsvSource({"/o/%2e%2e/app", "/o/x?name=%ff", "/o/x?name=%zz", "/actuator/health/sending/x"})
  void anAddressThatCannotBeRead_isRefused(String path) {
    assertThat(status(path)).isEqualTo(400);
  }

  private int status(String path) {
    try {
      RawLine line = new RawLine(server.base);
      line.say("GET " + path + " HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n");
      int status = line.answer(true);
      line.close();
      return status;
    } catch (IOException broken) {
      throw new IllegalStateException(broken);
    }
  }

  @Test
  void noLineOfTheLog_holdsAnAddressOrAToken() {
    Logger logger = (Logger) LoggerFactory.getLogger(GateTest.class);
    String link = "http://127.0.0.1/c/" + "Ab3_".repeat(7);
    IllegalStateException fault =
        new IllegalStateException("could not send to odile.b+x%y/z@mail.example at " + link);
    ILoggingEvent event =
        new LoggingEvent(
            "", logger, Level.WARN, "refused: <odile@mail.example> " + link, fault, null);
    ConsoleAppender<ILoggingEvent> console =
        (ConsoleAppender<ILoggingEvent>)
            logger.getLoggerContext().getLogger(Logger.ROOT_LOGGER_NAME).getAppender("log");
    String line = new String(console.getEncoder().encode(event), StandardCharsets.UTF_8);
    assertThat(line)
        .contains("refused: <[address]>", "could not send to [address]", "/c/[token]")
        .doesNotContain("odile", "Ab3_");
  }
}
