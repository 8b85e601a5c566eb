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
          .emptyStringIsFalse(true)
          .defaultValue("");

  /** A page as text. */
  public String render(String template, Map<String, Object> model) {
    return templates
        .computeIfAbsent(template, name -> compiler.compile(template(name)))
        .execute(model);
  }

  /**
   * Whom a page's frame and forms may have to do with, beside ourselves.
   *
   * @param framedBy where it may stand in a frame: {@code 'self'} or {@code *}
   * @param formsLeadTo an origin its forms' answers may lead on to; empty for none
   */
  public record Openness(String framedBy, String formsLeadTo) {
    /** Nobody else. */
    public static final Openness NONE = new Openness("'self'", "");
  }

  /** A page as an answer. */
  public ResponseEntity<String> answer(
      HttpStatus status, String template, Map<String, Object> model) {
    return answer(status, template, model, Openness.NONE);
  }

  /** A page as an answer that has to do with somebody else. */
  public ResponseEntity<String> answer(
      HttpStatus status, String template, Map<String, Object> model, Openness openness) {
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
            "default-src 'none'; img-src 'self' data:; media-src 'self'; style-src 'self' 'unsafe-inline'; font-src 'self'; script-src 'self';"
                + " connect-src 'self'; base-uri 'none'; form-action 'self' "
                + openness.formsLeadTo()
                + "; frame-ancestors "
                + openness.framedBy())
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
