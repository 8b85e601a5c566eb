package jeton.server.log;

import ch.qos.logback.classic.pattern.ThrowableProxyConverter;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.encoder.EncoderBase;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes what is logged: a line with date (UTC), level, room and request, or the same as a JSON
 * object a line (JETON_LOG_FORMAT=json). Both are {@linkplain Masked masked}.
 */
public final class LogLines extends EncoderBase<ILoggingEvent> {
  private static final DateTimeFormatter AT =
      DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm:ss.SSS").withZone(ZoneOffset.UTC);
  private static final JsonMapper JSON = new JsonMapper();
  private final ThrowableProxyConverter traces = new ThrowableProxyConverter();
  private boolean json;

  /** Called by logback with what its configuration says: {@code plain} or {@code json}. */
  public void setFormat(String format) {
    json = format.equals("json");
  }

  @Override
  public void start() {
    traces.start();
    super.start();
  }

  @Override
  public byte[] headerBytes() {
    return new byte[0];
  }

  @Override
  public byte[] footerBytes() {
    return new byte[0];
  }

  @Override
  public byte[] encode(ILoggingEvent event) {
    return (json ? object(event) : line(event)).getBytes(StandardCharsets.UTF_8);
  }

  private String line(ILoggingEvent event) {
    String request = event.getMDCPropertyMap().getOrDefault(RequestNumber.MDC_KEY, "-");
    return "%s %-5s %s [%s] %s%n%s"
        .formatted(
            AT.format(event.getInstant()),
            event.getLevel(),
            simpleName(event),
            request,
            Masked.words(event.getFormattedMessage()),
            trace(event));
  }

  private String object(ILoggingEvent event) {
    Map<String, String> object = new LinkedHashMap<>();
    Instant at = event.getInstant();
    object.put("at", DateTimeFormatter.ISO_INSTANT.format(at));
    object.put("level", event.getLevel().toString());
    object.put("logger", event.getLoggerName());
    object.put("thread", event.getThreadName());
    String request = event.getMDCPropertyMap().get(RequestNumber.MDC_KEY);
    if (request != null) {
      object.put("request", request);
    }
    object.put("message", Masked.words(event.getFormattedMessage()));
    String trace = trace(event);
    if (!trace.isEmpty()) {
      object.put("trace", trace);
    }
    return JSON.writeValueAsString(object) + "\n";
  }

  private String trace(ILoggingEvent event) {
    return event.getThrowableProxy() == null ? "" : Masked.words(traces.convert(event));
  }

  private static String simpleName(ILoggingEvent event) {
    return event.getLoggerName().substring(event.getLoggerName().lastIndexOf('.') + 1);
  }
}
