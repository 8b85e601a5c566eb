package jeton.server.form;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.problem.Problem;
import jeton.server.page.RequestNetwork;
import jeton.server.problem.NotThere;
import jeton.server.problem.ProblemDetails;
import jeton.server.problem.Refused;
import jeton.server.site.Sites;
import org.altcha.altcha.Altcha;
import org.springframework.boot.web.servlet.ServletRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code POST /p/forms/{key}/signups}, and {@code …/plays} for what is played before: plain forms
 * are answered with pages, JSON with JSON. A plain servlet, because this is the busiest door and
 * the framework's dispatching would cost as much as the sign-up itself. Scripts may come from the
 * business's own sites only; plain forms from anywhere, as links do.
 */
@Component
class SignUpDoor extends HttpServlet {
  private static final long serialVersionUID = 1L;
  private static final Pattern PATH = Pattern.compile("/([A-Za-z0-9_-]+)/(signups|plays)");
  // Far more than the longest honest answer to the longest form.
  private static final int MOST_OCTETS = 64 * 1024;

  private final transient SignUpDesk desk;
  private final transient PlayDesk plays;
  private final transient Sites sites;
  private final transient JsonMapper json;

  SignUpDoor(SignUpDesk desk, PlayDesk plays, Sites sites, JsonMapper json) {
    this.desk = desk;
    this.plays = plays;
    this.sites = sites;
    this.json = json;
  }

  @Configuration
  static class Place {
    @Bean
    ServletRegistrationBean<SignUpDoor> signUpDoorRegistration(SignUpDoor door) {
      return new ServletRegistrationBean<>(door, "/p/forms/*");
    }
  }

  /** Asks a script for a proof of work before what it sent is looked at. */
  record Check(List<Problem> problems, Altcha.Challenge challenge) {}

  @Override
  protected void doPost(HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    String path = request.getPathInfo() == null ? "" : request.getPathInfo();
    allowOwnSites(request, response);
    Matcher matcher = PATH.matcher(path);
    String key = matcher.matches() ? matcher.group(1) : "";
    boolean isPlay = matcher.matches() && matcher.group(2).equals("plays");
    String type = String.valueOf(request.getContentType());
    if (type.startsWith(MediaType.APPLICATION_JSON_VALUE)) {
      answerJson(key, isPlay, request, response);
    } else {
      Map<String, String> values = new HashMap<>();
      request.getParameterMap().forEach((name, all) -> values.put(name, String.join("; ", all)));
      String network = RequestNetwork.of(request);
      write(
          response,
          isPlay ? plays.byForm(key, values, network) : desk.byForm(key, values, network));
    }
  }

  /** The browser asks before it sends JSON from another origin. */
  @Override
  protected void doOptions(HttpServletRequest request, HttpServletResponse response) {
    allowOwnSites(request, response);
    response.setHeader("Access-Control-Allow-Methods", "POST");
    response.setHeader("Access-Control-Allow-Headers", "Content-Type");
    response.setHeader("Access-Control-Max-Age", "86400");
    response.setStatus(HttpServletResponse.SC_NO_CONTENT);
  }

  private void allowOwnSites(HttpServletRequest request, HttpServletResponse response) {
    String origin = request.getHeader("Origin");
    if (sites.isOurs(origin)) {
      response.setHeader("Access-Control-Allow-Origin", origin);
      response.addHeader("Vary", "Origin");
    }
  }

  private void answerJson(
      String key, boolean isPlay, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    try {
      if (isPlay) {
        PlayDesk.Played played = plays.byJson(key, read(request), RequestNetwork.of(request));
        write(response, 200, MediaType.APPLICATION_JSON_VALUE, played);
        return;
      }
      SignUpReplies.Reply reply = desk.byJson(key, read(request), RequestNetwork.of(request));
      if (reply instanceof SignUpReplies.Reply.Checked checked) {
        List<Problem> problems =
            List.of(new Problem("", "check_needed", "Show that you are not a robot first."));
        write(
            response,
            422,
            MediaType.APPLICATION_PROBLEM_JSON_VALUE,
            new Check(problems, checked.challenge()));
      } else {
        write(response, 200, MediaType.APPLICATION_JSON_VALUE, reply);
      }
    } catch (Refused refused) {
      write(response, ProblemDetails.of(refused));
    } catch (NotThere notThere) {
      write(response, ProblemDetails.of(notThere));
    } catch (JacksonException | ClassCastException notTheJsonWeWant) {
      write(response, ProblemDetails.unreadable());
    }
  }

  private Map<String, String> read(HttpServletRequest request) throws IOException {
    byte[] body = request.getInputStream().readNBytes(MOST_OCTETS + 1);
    if (body.length > MOST_OCTETS) {
      throw new Refused("", "too_large", "That is more than a form can send. Shorten it.");
    }
    Map<String, String> values = new HashMap<>();
    Map<?, ?> posted = json.readValue(body, Map.class);
    posted.forEach(
        (name, value) -> {
          // An unticked box is sent as false here and left out by plain forms.
          if (value != null && !Boolean.FALSE.equals(value)) {
            values.put(name.toString(), value.toString());
          }
        });
    return values;
  }

  private void write(HttpServletResponse response, ProblemDetail problem) throws IOException {
    write(response, problem.getStatus(), MediaType.APPLICATION_PROBLEM_JSON_VALUE, problem);
  }

  private void write(HttpServletResponse response, int status, String type, Object body)
      throws IOException {
    byte[] octets = json.writeValueAsBytes(body);
    response.setStatus(status);
    response.setContentType(type);
    response.setContentLength(octets.length);
    response.getOutputStream().write(octets);
  }

  private static void write(HttpServletResponse response, ResponseEntity<String> page)
      throws IOException {
    response.setStatus(page.getStatusCode().value());
    page.getHeaders().forEach((name, values) -> values.forEach(v -> response.addHeader(name, v)));
    if (page.getBody() != null) {
      response.getOutputStream().write(page.getBody().getBytes(StandardCharsets.UTF_8));
    }
  }
}
