package jeton.core.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Rules F1 and F2. */
class FillInTextTest {
  private static final String NASTY = "<b>O'Neil</b> & \"co\"\r\nBcc: x@y.example";

  private static String fill(String text, String firstName, Landing landing) {
    Map<FillIn, String> known = firstName == null ? Map.of() : Map.of(FillIn.FIRST_NAME, firstName);
    return FillInText.parse(text, FillIns.USUAL)
        .fill(new FillInText.Values(known::get, Map.of("first_name", "there")), landing);
  }

  @Test
  void knownValue_isFilledIn() {
    assertThat(fill("Hello {{first_name}}, {{first_name}}!", "Aoife", Landing.PLAIN))
        .isEqualTo("Hello Aoife, Aoife!");
  }

  @Test
  void unknownValue_takesTheFieldsWords_unlessThePlaceHasItsOwn() {
    assertThat(fill("Hello {{first_name}}", null, Landing.PLAIN)).isEqualTo("Hello there");
    assertThat(fill("Hello {{first_name}}", "  ", Landing.PLAIN)).isEqualTo("Hello there");
    assertThat(
            fill("Hello {{first_name}}{{^first_name}}friend{{/first_name}}", null, Landing.PLAIN))
        .isEqualTo("Hello friend");
    assertThat(
            fill(
                "Hello {{first_name}}{{^first_name}}friend{{/first_name}}", "Aoife", Landing.PLAIN))
        .isEqualTo("Hello Aoife");
  }

  @Test
  void values_areEscapedForWhereTheyLand() {
    assertThat(fill("<p>{{first_name}}</p>", NASTY, Landing.HTML))
        .isEqualTo("<p>&lt;b&gt;O&#39;Neil&lt;/b&gt; &amp; &quot;co&quot;\r\nBcc: x@y.example</p>");
    assertThat(fill("Hi {{first_name}}", NASTY, Landing.HEADER))
        .doesNotContain("\r")
        .doesNotContain("\n");
    assertThat(fill("<a href=\"https://q.example/?n={{first_name}}\">x</a>", "A&B c", Landing.HTML))
        .isEqualTo("<a href=\"https://q.example/?n=A%26B%20c\">x</a>");
  }

  @Test
  void aValueThatLooksLikeAFillIn_staysAsItIs() {
    assertThat(fill("Hello {{first_name}}", "{{email}}", Landing.PLAIN))
        .isEqualTo("Hello {{email}}");
  }

  @Test
  void ownFields_areFillIns_andAnEmailOutlivesThem() {
    FillIns withPaper = FillIns.USUAL.and(List.of(FillIn.answer("paper", "Paper size")));
    FillInText.Values answers =
        new FillInText.Values(
            fillIn -> fillIn.key().equals("paper") ? "A5 <cream>" : null,
            Map.of("paper", "any size"));
    FillInText.Values none = new FillInText.Values(fillIn -> null, Map.of("paper", "any size"));
    FillInText text = FillInText.parse("<p>On {{paper}}</p>", withPaper);
    assertThat(text.fill(answers, Landing.HTML)).isEqualTo("<p>On A5 &lt;cream&gt;</p>");
    assertThat(text.fill(none, Landing.HTML)).isEqualTo("<p>On any size</p>");
    assertThat(text.namesAnswers()).isTrue();
    assertThat(FillInText.parse("{{first_name}}", withPaper).namesAnswers()).isFalse();
    assertThatThrownBy(() -> FillInText.parse("On {{paper}}", FillIns.USUAL))
        .isInstanceOf(FillInText.Unknown.class);
    assertThat(FillInText.ofSaved("On {{paper}}").fill(none, Landing.PLAIN))
        .isEqualTo("On any size");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Hello {{shoe_size}}",
        "Hello {{first_name",
        "Hello {{ first_name }}",
        "{{#first_name}}x{{/first_name}}",
        "{{confirm_link}}",
        "{{{first_name}}}",
        "{{first_name}}{{^first_name}}never closed",
      })
  void anythingElseInBraces_isAnErrorThatNamesTheChoices(String text) {
    assertThatThrownBy(() -> FillInText.parse(text, FillIns.USUAL))
        .isInstanceOf(FillInText.Unknown.class)
        .hasMessageContaining("{{first_name}}");
  }

  @Test
  void usualWords_standWhereTheOwnerChoseNone_andClearedOnesStayCleared() {
    assertThat(FillIns.withUsualWords(Map.of("first_name", "maker", "paper", "plain")))
        .isEqualTo(
            Map.of("first_name", "maker", "paper", "plain", "offer_name", "what you asked for"));
    assertThat(FillIns.withUsualWords(Map.of("first_name", ""))).containsEntry("first_name", "");
  }
}
