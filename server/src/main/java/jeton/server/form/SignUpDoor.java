package jeton.server.form;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.form.PageWords;
import jeton.core.offer.OfferState;
import jeton.core.problem.Problem;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.RequestNetwork;
import jeton.server.problem.NotThere;
import jeton.server.problem.ProblemDetails;
import jeton.server.problem.Refused;
import jeton.server.signup.SignUps;
import jeton.server.token.Tokens;
import org.springframework.boot.web.servlet.ServletRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code POST /p/forms/{key}/signups}: plain forms are answered with pages, JSON with JSON. A plain
 * servlet, because this is the busiest door and the framework's dispatching would cost as much as
 * the sign-up itself.
 */
@Component
class SignUpDoor extends HttpServlet {
  private static final long serialVersionUID = 1L;
  private static final Pattern PATH = Pattern.compile("/([A-Za-z0-9_-]+)/signups");
  private static final Pattern SUBMISSION_KEY = Pattern.compile("[A-Za-z0-9_-]{27}");
  // Far more than the longest honest answer to the longest form.
  private static final int MOST_OCTETS = 64 * 1024;

  private final transient Forms forms;
  private final transient Offers offers;
  private final transient SignUps signUps;
  private final transient FormPages pages;
  private final transient JsonMapper json;

  SignUpDoor(Forms forms, Offers offers, SignUps signUps, FormPages pages, JsonMapper json) {
    this.forms = forms;
    this.offers = offers;
    this.signUps = signUps;
    this.pages = pages;
    this.json = json;
  }

  @Configuration
  static class Place {
    @Bean
    ServletRegistrationBean<SignUpDoor> signUpDoorRegistration(SignUpDoor door) {
      return new ServletRegistrationBean<>(door, "/p/forms/*");
    }
  }

  /** The answer to a JSON sign-up: what to show. */
  record Answer(String heading, String text) {}

  @Override
  protected void doPost(HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    Matcher path = PATH.matcher(request.getPathInfo() == null ? "" : request.getPathInfo());
    String key = path.matches() ? path.group(1) : "";
    boolean isJson =
        String.valueOf(request.getContentType()).startsWith(MediaType.APPLICATION_JSON_VALUE);
    if (isJson) {
      answerJson(key, request, response);
    } else {
      write(response, signUpByForm(key, request));
    }
  }

  private ResponseEntity<String> signUpByForm(String key, HttpServletRequest request) {
    Optional<Form> form = forms.rememberedByKey(key);
    if (form.isEmpty()) {
      return pages.gone();
    }
    Offer offer = offers.remembered(form.get().offerId());
    if (offer.state() != OfferState.LIVE) {
      return pages.closed(form.get());
    }
    Map<String, String> values = new HashMap<>();
    request.getParameterMap().forEach((name, all) -> values.put(name, all[0]));
    SignUps.Outcome outcome = signUp(offer, form.get(), values, request);
    if (outcome instanceof SignUps.Outcome.Refused refused) {
      boolean consent = values.containsKey("consent");
      return pages.show(
          HttpStatus.UNPROCESSABLE_CONTENT,
          form.get(),
          new OfferPage.Typed(values, consent, refused.problems()));
    }
    boolean known = saysKnown(form.get(), outcome);
    return ResponseEntity.status(HttpStatus.SEE_OTHER)
        .header(
            "Location", "/o/" + offer.settings().slug() + "/thanks" + (known ? "?known=true" : ""))
        .build();
  }

  private void answerJson(String key, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    try {
      Form form = forms.rememberedByKey(key).orElseThrow(() -> new NotThere("This form"));
      Offer offer = offers.remembered(form.offerId());
      if (offer.state() != OfferState.LIVE) {
        throw new Refused(
            "", "offer_closed", "This offer takes no sign-ups at the moment. Nothing was kept.");
      }
      SignUps.Outcome outcome = signUp(offer, form, read(request), request);
      if (outcome instanceof SignUps.Outcome.Refused refused) {
        throw new Refused(refused.problems());
      }
      PageWords words = FormPages.afterwards(offer, form, saysKnown(form, outcome));
      write(
          response,
          200,
          MediaType.APPLICATION_JSON_VALUE,
          new Answer(words.heading(), words.text()));
    } catch (Refused refused) {
      write(response, ProblemDetails.of(refused));
    } catch (NotThere notThere) {
      write(response, ProblemDetails.of(notThere));
    } catch (JacksonException notJson) {
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

  private SignUps.Outcome signUp(
      Offer offer, Form form, Map<String, String> values, HttpServletRequest request) {
    List<Problem> problems = missing(form.settings(), values);
    if (!problems.isEmpty()) {
      return new SignUps.Outcome.Refused(problems);
    }
    String submissionKey = values.getOrDefault("submission_key", "");
    var consent = form.settings().consent();
    SignUps.Submission submission =
        new SignUps.Submission(
            values.getOrDefault("email", ""),
            values.getOrDefault("first_name", ""),
            consent.shown() ? Optional.of(consent.wording()) : Optional.empty(),
            consent.shown() && values.containsKey("consent"),
            SUBMISSION_KEY.matcher(submissionKey).matches() ? submissionKey : Tokens.random(),
            values.getOrDefault("page", "/o/" + offer.settings().slug()),
            values.getOrDefault("zone", ""),
            RequestNetwork.of(request));
    return signUps.signUp(offer, form.id(), submission);
  }

  private static boolean saysKnown(Form form, SignUps.Outcome outcome) {
    return form.settings().known().said()
        && outcome instanceof SignUps.Outcome.Taken taken
        && taken.wasOnTheList();
  }

  private static List<Problem> missing(FormSettings form, Map<String, String> values) {
    List<Problem> problems = new ArrayList<>();
    for (FormField field : form.fields()) {
      String key = field.kind().key();
      // The address's own rule has a better sentence for an empty one.
      boolean checkedElsewhere = field.kind() == FormField.Kind.EMAIL;
      if (!checkedElsewhere && field.required() && values.getOrDefault(key, "").isBlank()) {
        problems.add(new Problem(key, "empty", "Please fill in: " + field.label() + "."));
      }
    }
    if (form.consent().shown() && form.consent().required() && !values.containsKey("consent")) {
      problems.add(
          new Problem(
              "consent", "consent_needed", "Please tick the box, or we may not write to you."));
    }
    return problems;
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
