package jeton.server.log;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.classic.spi.LoggingEvent;
import ch.qos.logback.core.OutputStreamAppender;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.regex.Pattern;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import org.slf4j.LoggerFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Each line has its date, level and request, and nobody's address or token. */
class LogTest {
  private final TestServer server = TestServer.get();

  private static LogLines lines(String format) {
    LogLines lines = new LogLines();
    lines.setFormat(format);
    lines.start();
    return lines;
  }

  private static LoggingEvent event(Throwable fault) {
    LoggingEvent event =
        new LoggingEvent(
            "",
            (Logger) LoggerFactory.getLogger(LogTest.class),
            Level.WARN,
            "refused: <odile@mail.example> http://127.0.0.1/c/" + "Ab3_".repeat(7),
            fault,
            null);
    event.setMDCPropertyMap(Map.of(RequestNumber.MDC_KEY, "0123456789ab"));
    return event;
  }

  @Test
  void aPlainLine_hasDateLevelRoomAndRequest() {
    String line = new String(lines("plain").encode(event(null)), StandardCharsets.UTF_8);
    assertThat(line)
        .matches(
            "\\d{4}-\\d\\d-\\d\\d \\d\\d:\\d\\d:\\d\\d\\.\\d{3} WARN  LogTest \\[0123456789ab]"
                + " refused: <\\[address]> http://127\\.0\\.0\\.1/c/\\[token]\n");
  }

  @Test
  void theSameAsJson_withItsTraceInOneLine() {
    IllegalStateException fault = new IllegalStateException("could not send to odile@mail.example");
    String line = new String(lines("json").encode(event(fault)), StandardCharsets.UTF_8);
    JsonNode object = new JsonMapper().readTree(line);
    assertThat(line.strip().lines()).hasSize(1);
    assertThat(object.get("level").asString()).isEqualTo("WARN");
    assertThat(object.get("request").asString()).isEqualTo("0123456789ab");
    assertThat(object.get("message").asString()).startsWith("refused: <[address]>");
    assertThat(object.get("trace").asString())
        .contains("could not send to [address]", "LogTest.java")
        .doesNotContain("odile");
  }

  /** A whole path with everything logged that helps in finding a fault. */
  @Test
  void aWholePath_leavesNoAddressAndNoTokenInTheLog() {
    LoggerContext logging = (LoggerContext) LoggerFactory.getILoggerFactory();
    Logger root = logging.getLogger(Logger.ROOT_LOGGER_NAME);
    Logger springs = logging.getLogger("org.springframework");
    ByteArrayOutputStream written = new ByteArrayOutputStream();
    OutputStreamAppender<ILoggingEvent> appender = new OutputStreamAppender<>();
    appender.setContext(logging);
    appender.setEncoder(lines("plain"));
    appender.setOutputStream(written);
    appender.start();
    root.addAppender(appender);
    springs.setLevel(Level.DEBUG);
    try {
      SampleOffer offer = new SampleOffer();
      String email = newAddress();
      String refused = newAddress();
      server.refuse(refused, 550);
      offer.join(email);
      offer.signUp(refused);
      server.settle();
      String pass = offer.link(email, "/g/");
      offer.visitor.get(pass);
      offer.visitor.get("/o/" + offer.slug + "?email=" + email);
      offer.visitor.json("POST", "/p/forms/" + offer.formKey + "/signups", "not json");
      server.owner().get("/api/people?query=" + email);
      String log = written.toString(StandardCharsets.UTF_8);
      assertThat(log).contains(" DEBUG ");
      String token = pass.substring(pass.lastIndexOf('/') + 1);
      assertThat(log).doesNotContain(email, refused, token);
      assertThat(Pattern.compile("\\w@\\w").matcher(log).results().map(found -> found.group()))
          .isEmpty();
    } finally {
      root.detachAppender(appender);
      springs.setLevel(null);
      appender.stop();
    }
  }

  @Test
  void anAnswer_namesItsRequest_andDoesNotBelieveANumberThatWasSent() {
    Http anybody = new Http(server.base);
    Http.Answer answer = anybody.get("/actuator/health/liveness", "X-Request-Id", "mine");
    assertThat(answer.header("X-Request-Id")).matches("[0-9a-f]{12}");
  }
}
