package jeton.server.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jeton.core.email.FillIn;
import jeton.core.email.FillInText;
import org.junit.jupiter.api.Test;

class EmailTemplateTest {
  private static final FillInText.Values AOIFE =
      new FillInText.Values(
          Map.of(FillIn.FIRST_NAME, "Aoife <3", FillIn.PASS_LINK, "https://q.example/p/x?a=1&b=2")
              ::get,
          Map.of("first_name", "there"));
  private static final String HTML =
      "<body><p>Hello {{first_name}}</p>"
          + "<a href=\"https://q.example/one?a=1&amp;b=2\">one</a>"
          + "<a class=\"b\" href=\"{{pass_link}}\">pass</a>"
          + "<a href=\"mailto:hello@q.example\">write</a>"
          + "<a style=\"x\" href=\"https://q.example/two\">two</a></body>";

  private static EmailTemplate template(String html) {
    return new EmailTemplate("For {{first_name}}", "Line", html, "See https://q.example/two");
  }

  @Test
  void eachPart_isEscapedForWhereItLands() {
    WrittenEmail email = template(HTML).fill(AOIFE);
    assertThat(email.subject()).isEqualTo("For Aoife <3");
    assertThat(email.html()).contains("Hello Aoife &lt;3").contains("/p/x?a=1&amp;b=2");
    assertThat(email.plain()).isEqualTo("See https://q.example/two");
  }

  @Test
  void addressesAreFollowed_asTheOwnerWroteThem_andNoOthers() {
    List<String> numbered = new ArrayList<>();
    EmailTemplate followed =
        template(HTML)
            .followed(
                href -> {
                  numbered.add(href);
                  return numbered.size();
                });
    assertThat(numbered).containsExactly("https://q.example/one?a=1&b=2", "https://q.example/two");
    String html = followed.fill(AOIFE, n -> "https://j.example/l/" + n, "<img>").html();
    assertThat(html)
        .contains("<a href=\"https://j.example/l/1\">one</a>")
        .contains("href=\"https://j.example/l/2\">two</a>")
        .contains("href=\"mailto:hello@q.example\"")
        .contains("/p/x?a=1&amp;b=2")
        .doesNotContain("\u0001");
  }

  @Test
  void theOpensPicture_standsLastInTheBody_orLastOfAll() {
    assertThat(template("<body>x</body>").followed(h -> 1).fill(AOIFE, n -> "", "<img>").html())
        .isEqualTo("<body>x<img></body>");
    assertThat(template("x").followed(h -> 1).fill(AOIFE, n -> "", "<img>").html())
        .isEqualTo("x<img>");
  }

  @Test
  void thePlainPart_keepsItsAddresses() {
    WrittenEmail email =
        template(HTML).followed(h -> 9).fill(AOIFE, n -> "https://j.example/l", "");
    assertThat(email.plain()).contains("https://q.example/two");
  }

  @Test
  void onlyAnswersToOwnFields_areLookedUp() {
    assertThat(template(HTML).namesAnswers()).isFalse();
    assertThat(new EmailTemplate("On {{paper}}", "", "", "").namesAnswers()).isTrue();
    assertThat(new EmailTemplate("", "", "", "On {{paper}}").namesAnswers()).isTrue();
  }
}
