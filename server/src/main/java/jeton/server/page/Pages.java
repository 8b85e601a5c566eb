package jeton.server.page;

import com.samskivert.mustache.Mustache;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/**
 * Renders the pages visitors meet. No script and no style from outside; nothing is kept by caches
 * in between, and no address is passed on by the browser.
 */
@Component
public class Pages {
  private static final MediaType HTML = new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8);
  private final Map<String, com.samskivert.mustache.Template> templates = new ConcurrentHashMap<>();
  private final Mustache.Compiler compiler =
      Mustache.compiler()
          .escapeHTML(true)
          .withLoader(Pages::template)
          .strictSections(false)
          .defaultValue("");

  /** A page as text. */
  public String render(String template, Map<String, Object> model) {
    return templates
        .computeIfAbsent(template, name -> compiler.compile(template(name)))
        .execute(model);
  }

  /** A page as an answer. */
  public ResponseEntity<String> answer(
      HttpStatus status, String template, Map<String, Object> model) {
    return ResponseEntity.status(status)
        .contentType(HTML)
        .cacheControl(CacheControl.maxAge(Duration.ZERO).cachePrivate().mustRevalidate())
        .header(
            "X-Robots-Tag", status == HttpStatus.OK && "offer".equals(template) ? "all" : "noindex")
        .header(
            "Referrer-Policy",
            "offer".equals(template) ? "strict-origin-when-cross-origin" : "no-referrer")
        .header("X-Content-Type-Options", "nosniff")
        .header(
            "Content-Security-Policy",
            "default-src 'none'; img-src 'self'; style-src 'self' 'unsafe-inline'; font-src 'self'; script-src 'self';"
                + " form-action 'self'; base-uri 'none'; frame-ancestors 'self'")
        .body(render(template, model));
  }

  private static Reader template(String name) {
    try {
      return new InputStreamReader(
          new ClassPathResource("templates/" + name + ".mustache").getInputStream(),
          StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
