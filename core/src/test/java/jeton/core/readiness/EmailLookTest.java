package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.LinkTag;
import org.junit.jupiter.api.Test;

/** What an email says: subject, links, fill-ins, tags. */
class EmailLookTest extends AnOffer {
  @Test
  void emptySubjectsAndDeadLinks_areFoundWhereTheyAre() {
    confirmEmail =
        new EmailContent(
            " ",
            "",
            "<p><a href=\"https://\">x</a></p>",
            new EmailButton("Yes", EmailButton.Target.CONFIRM, ""));
    step(
        true,
        90,
        new EmailContent("s", "", "", new EmailButton("Look", EmailButton.Target.LINK, "")));
    assertThat(findings())
        .extracting(Finding::code, Finding::stop)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("empty_subject", Finding.Stop.CONFIRM),
            org.assertj.core.groups.Tuple.tuple("dead_link", Finding.Stop.CONFIRM),
            org.assertj.core.groups.Tuple.tuple("dead_link", Finding.Stop.FOLLOW_UP));
  }

  @Test
  void aHole_isCuredByUsualWords_onlyWhereSomeFit() {
    whenUnknown = Map.of("offer_name", "");
    step(true, 90, new EmailContent("On {{offer_name}}", "", "<p>x</p>", EmailButton.NONE));
    assertThat(findings())
        .singleElement()
        .satisfies(hole -> assertThat(cure(hole)).isEqualTo("Say “what you asked for” then"));
    steps.clear();
    step(true, 90, new EmailContent("On {{paper}} paper", "", "<p>x</p>", EmailButton.NONE));
    assertThat(findings())
        .singleElement()
        .satisfies(
            hole -> {
              assertThat(hole.code()).isEqualTo("empty_fill_in");
              assertThat(hole.cure()).isEmpty();
            });
  }

  @Test
  void holesWhereNothingIsKnown_areFound() {
    step(true, 90, new EmailContent("Hello {{first_name}}", "", "<p>x</p>", EmailButton.NONE));
    assertThat(codes()).isEmpty();
    whenUnknown = Map.of();
    assertThat(codes()).containsExactly("empty_fill_in");
    assertThat(cure(findings().get(0))).isEqualTo("Say “there” then");
    steps.clear();
    step(
        true,
        90,
        new EmailContent(
            "Hello {{first_name}}{{^first_name}}friend{{/first_name}}",
            "",
            "<p>x</p>",
            EmailButton.NONE));
    assertThat(codes()).isEmpty();
  }

  @Test
  void buttonsWithoutTarget_andBareFiles_areFound() {
    EmailContent noTarget =
        PLAIN.withBlocks(
            List.of(EmailBlock.button(new EmailButton("Look", EmailButton.Target.NONE, ""))));
    step(true, 90, noTarget);
    step(true, 90, linking("https://quireandthread.example/g/abc"));
    step(true, 90, linking("https://shop.example/plan.PDF?v=2"));
    step(true, 90, linking("https://shop.example/plan"));
    assertThat(codes()).containsExactly("button_without_target", "bare_file", "bare_file");
  }

  @Test
  void tagsByLinks_needTheirLink_andTheirTag() {
    EmailContent linking =
        new EmailContent(
            "Subject",
            "",
            EmailContent.Style.FRAMED,
            List.of(EmailBlock.text("<p><a href=\"https://a.example/x\">x</a></p>")),
            "",
            List.of(
                new LinkTag("https://a.example/x", "reader", true),
                new LinkTag("https://a.example/y", "gone", true)));
    step(true, 60, linking);
    assertThat(codes()).containsExactlyInAnyOrder("tag_gone", "tagged_link_gone");
  }

  @Test
  void aLinkWithoutAnAddress_isCalledThat() {
    step(true, 60, linking(""));
    assertThat(findings())
        .filteredOn(f -> f.code().equals("dead_link"))
        .extracting(Finding::message)
        .singleElement()
        .asString()
        .contains("a link without an address");
  }

  @Test
  void aTagOnALink_thatIsThere_isFine() {
    String href = "https://q.example/a";
    step(true, 60, linking(href, new LinkTag(href, "reader", true)));
    assertThat(codes()).doesNotContain("tagged_link_gone", "tag_gone");
  }
}
