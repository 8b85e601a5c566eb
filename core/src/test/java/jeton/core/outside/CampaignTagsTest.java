package jeton.core.outside;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Links that lead elsewhere tell where their visitors came from. */
class CampaignTagsTest {
  private static final String TAGS =
      "utm_source=quire-thread&utm_medium=email&utm_campaign=did-it-hold";
  private final CampaignTags tags =
      new CampaignTags(
          "Quire & Thread", "email", "{{first_name}}, did it hold?", "", "https://jeton.example");

  @ParameterizedTest
  @CsvSource(
      textBlock =
          """
          https://shop.example, https://shop.example?TAGS
          https://shop.example/a?b=c, https://shop.example/a?b=c&TAGS
          https://shop.example/a#part, https://shop.example/a?TAGS#part
          https://jeton.example/o/plan, https://jeton.example/o/plan
          """)
  void anAddress_getsThem_whereItHasNone_andIsNotOurs(String url, String expected) {
    assertThat(tags.on(url)).isEqualTo(expected.replace("TAGS", TAGS));
  }

  @Test
  void whatIsTaggedAlready_staysSo() {
    assertThat(tags.on("https://shop.example/?utm_campaign=spring"))
        .isEqualTo(
            "https://shop.example/?utm_campaign=spring&utm_source=quire-thread&utm_medium=email");
  }

  @Test
  void links_areTagged_andNothingElse() {
    assertThat(
            tags.onLinks(
                "<a class=\"x\" href=\"https://shop.example/?a=1&amp;b=2\">https://shop.example</a>"
                    + "<a href=\"mailto:x@shop.example\">x</a><a href=\"{{pass_link}}\">y</a>"
                    + "<img src=\"https://shop.example/x.png\">"))
        .isEqualTo(
            "<a class=\"x\" href=\"https://shop.example/?a=1&amp;b=2&amp;"
                + TAGS.replace("&", "&amp;")
                + "\">https://shop.example</a>"
                + "<a href=\"mailto:x@shop.example\">x</a><a href=\"{{pass_link}}\">y</a>"
                + "<img src=\"https://shop.example/x.png\">");
  }

  @Test
  void addressesInAText_areTagged_withoutTheStopBehindThem() {
    assertThat(tags.onAddresses("Look: https://shop.example/a. Or (https://shop.example)!"))
        .isEqualTo(
            "Look: https://shop.example/a?" + TAGS + ". Or (https://shop.example?" + TAGS + ")!");
  }
}
