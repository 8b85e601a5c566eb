package jeton.server.display;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.Looks;
import jeton.core.form.Opening;
import jeton.server.form.Form;
import jeton.server.form.FormRenderer;
import jeton.server.page.RequestNetwork;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import org.springframework.boot.web.servlet.ServletRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Where the script asks: {@code POST /p/sites/{key}/decide} with the facts of a page view answers
 * the forms to show, drawn; {@code POST /p/sites/{key}/seen} notes that one was. Bodies are JSON
 * sent as text/plain, so that no browser has to ask first; only the business's own sites get an
 * answer.
 */
@Component
class DisplayDoor extends HttpServlet {
  private static final long serialVersionUID = 1L;
  private static final Pattern PATH = Pattern.compile("/([A-Za-z0-9_-]+)/(decide|seen)");
  private static final int MOST_OCTETS = 32 * 1024;

  private final transient DisplayDesk desk;
  private final transient FormRenderer renderer;
  private final transient SeenForms seen;
  private final transient Sites sites;
  private final transient JsonMapper json;
  private final transient String sharedCss;

  DisplayDoor(
      DisplayDesk desk, FormRenderer renderer, SeenForms seen, Sites sites, JsonMapper json) {
    this.desk = desk;
    this.renderer = renderer;
    this.seen = seen;
    this.sites = sites;
    this.json = json;
    try {
      this.sharedCss =
          new ClassPathResource("static/assets/form.css")
              .getContentAsString(StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  @Configuration
  static class Place {
    @Bean
    ServletRegistrationBean<DisplayDoor> displayDoorRegistration(DisplayDoor door) {
      return new ServletRegistrationBean<>(door, "/p/sites/*");
    }
  }

  /** The answer: shared rules once, and each form with its own. */
  record Answer(String css, List<Shown> forms) {}

  /**
   * A form to show.
   *
   * @param o key of its offer, under which the script remembers a sign-up
   */
  record Shown(
      String key,
      String o,
      Shape shape,
      String label,
      String html,
      String css,
      Trigger trigger,
      Opening.Corner corner,
      String cornerWords,
      boolean foot,
      boolean ourFont,
      String wrong) {}

  /**
   * What was seen.
   *
   * @param visitor whose random id; may be missing
   */
  record Seen(String form, String url, String visitor) {}

  @Override
  protected void doPost(HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    Matcher path = PATH.matcher(request.getPathInfo() == null ? "" : request.getPathInfo());
    Optional<Site> site = path.matches() ? sites.byKey(path.group(1)) : Optional.empty();
    String origin = request.getHeader("Origin");
    if (site.isEmpty() || !site.get().origin().equals(origin)) {
      response.setStatus(HttpServletResponse.SC_FORBIDDEN);
      return;
    }
    response.setHeader("Access-Control-Allow-Origin", origin);
    response.setHeader("Vary", "Origin");
    response.setHeader("Cache-Control", "no-store");
    if (!seen.mayTell(RequestNetwork.of(request))) {
      response.setStatus(429);
      return;
    }
    byte[] body = request.getInputStream().readNBytes(MOST_OCTETS + 1);
    if (body.length > MOST_OCTETS) {
      response.setStatus(HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE);
      return;
    }
    try {
      if (path.group(2).equals("seen")) {
        seen(site.get(), read(body, Seen.class), response);
      } else {
        decide(site.get(), read(body, DisplayDesk.Facts.class), response);
      }
    } catch (JacksonException | NullPointerException notOurScript) {
      response.setStatus(HttpServletResponse.SC_BAD_REQUEST);
    }
  }

  private <T> T read(byte[] body, Class<T> type) {
    return Objects.requireNonNull(json.readValue(body, type));
  }

  private void decide(Site site, DisplayDesk.Facts facts, HttpServletResponse response)
      throws IOException {
    seen.page(site, facts);
    List<Shown> shown = new ArrayList<>();
    for (DisplayDesk.Decided decided : desk.decide(facts, false)) {
      if (decided.verdict().shows() && DisplayDesk.hasPlace(decided, facts)) {
        shown.add(shown(decided, facts.visitor()));
      }
    }
    byte[] octets = json.writeValueAsBytes(new Answer(shown.isEmpty() ? "" : sharedCss, shown));
    response.setContentType("application/json");
    response.getOutputStream().write(octets);
  }

  private Shown shown(DisplayDesk.Decided decided, String visitor) {
    Form form = decided.form();
    var settings = form.settings();
    return new Shown(
        form.key(),
        Long.toString(form.offerId()),
        form.shape(),
        settings.words().headline(),
        renderer.forScript(decided.offer(), form, seen.known(form, visitor)),
        renderer.css(form),
        settings.display().trigger(),
        settings.opening().corner(),
        settings.opening().cornerWords(),
        settings.opening().barAtFoot(),
        settings.looks().font() == Looks.Font.OURS,
        settings.afterwards().wentWrong());
  }

  private void seen(Site site, Seen told, HttpServletResponse response) {
    seen.form(site, told);
    response.setStatus(HttpServletResponse.SC_NO_CONTENT);
  }
}
