package jeton.server.display;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jeton.core.display.DisplayRules;
import jeton.core.display.Shape;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.core.form.FormField;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.form.Form;
import jeton.server.offer.OfferSettings;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a form on a site sends, and what it says afterwards. */
class SentFromASiteTest extends OnASite {
  @Test
  void ownFields_areCheckedAndKept_hiddenOnesAreTheFormsOwn() {
    fields(
        new FieldDefinition("makes", FieldType.SEVERAL_OF, "Makes?", List.of("Boxes", "Books")),
        new FieldDefinition("origin", FieldType.HIDDEN, "Origin", List.of()));
    FormField hidden = new FormField("origin", "Origin", "", "", false, false, "spring fair");
    Form form =
        form(Shape.IN_PAGE, DisplayRules.IN_PAGE, FormField.of("makes", "Makes?", true), hidden);
    String email = newAddress();
    assertThat(send(form, Map.of("email", email)).problem()).isEqualTo("empty");
    assertThat(send(form, Map.of("email", email, "makes", "Glass")).problem())
        .isEqualTo("bad_several_of");
    Map<String, Object> good =
        Map.of(
            "email",
            email,
            "makes",
            "Books; Boxes",
            "origin",
            "forged",
            "campaign",
            "utm_source=letter");
    assertThat(send(form, good).status()).isEqualTo(200);
    Http owner = server.owner();
    long id = owner.get("/api/people?words=" + email).json().at("/people/0/id").asLong();
    JsonNode person = owner.get("/api/people/" + id).json();
    assertThat(person.at("/dossier/answers").toString())
        .contains("Boxes; Books")
        .contains("spring fair")
        .doesNotContain("forged");
    assertThat(person.at("/dossier/signUps/0/campaign").asString()).isEqualTo("utm_source=letter");
    fields();
  }

  @Test
  void afterASignUp_theFormSaysItsOwnWords_orLeadsOn() {
    Form form =
        form(Shape.IN_PAGE, DisplayRules.IN_PAGE, FormField.of("first_name", "Name", false));
    PageWords own = new PageWords("Look in your mailbox", "It is there.");
    Form speaking = changed(form, f -> f.withAfterwards(after(false, own, "", List.of())));
    JsonNode said = send(speaking, Map.of("email", newAddress())).json();
    assertThat(said.get("heading").asString()).isEqualTo("Look in your mailbox");
    assertThat(said.get("html").asString()).contains("It is there.");
    Form leading =
        changed(
            speaking,
            f ->
                f.withAfterwards(
                    after(
                        true,
                        own,
                        "https://quireandthread.example/ta?a=1#x",
                        List.of("first_name"))));
    Map<String, Object> fields = Map.of("email", newAddress(), "first_name", "Á & b");
    assertThat(send(leading, fields).json().get("goTo").asString())
        .isEqualTo("https://quireandthread.example/ta?a=1&first_name=%C3%81+%26+b#x");
    Http.Answer plain =
        browser.form("/p/forms/" + leading.key() + "/signups", Map.of("email", newAddress()));
    assertThat(plain.header("Location")).startsWith("https://quireandthread.example/ta?a=1#x");
  }

  @Test
  void ownWordsForAFieldsFault_areUsed() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    Form own =
        changed(form, f -> f.withAfterwards(after(false, new PageWords("", ""), "", List.of())));
    assertThat(send(own, Map.of("email", "nonsense")).body()).contains("Hm?");
  }

  @Test
  void onTheSpot_theAnswerItselfHandsOver_toKnownAndUnknownAlike() {
    SampleOffer quick =
        new SampleOffer(
            s -> {
              HandOverSettings h = s.handOver();
              return new OfferSettings(
                  s.name(),
                  s.slug(),
                  s.confirm(),
                  new HandOverSettings(
                      true, h.byEmail(), h.email(), h.page(), h.limits(), h.runAgain()));
            });
    String email = newAddress();
    Map<String, Object> fields =
        Map.of("email", email, "consent", true, "submission_key", "k".repeat(27));
    for (int again = 0; again < 2; again++) {
      String html =
          browser
              .json("POST", "/p/forms/" + quick.formKey + "/signups", fields)
              .json()
              .get("html")
              .asString();
      String file = html.replaceAll("(?s).*href=\"([^\"]+/files/1)\".*", "$1");
      assertThat(browser.get(file).bytes()).isEqualTo(SampleOffer.FILE);
    }
    Http.Answer plain = quick.signUp(Map.of("email", newAddress(), "consent", "yes"));
    assertThat(browser.get(plain.header("Location")).body()).contains("plan.pdf");
  }
}
