package jeton.server.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailColumn;
import jeton.server.markup.BodyHtml;
import jeton.server.markup.PlainBody;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Writing that comes from a browser is cleaned, and read out as plain text. */
class BodyHtmlTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<p>a <strong>b</strong></p>           | <p>a <strong>b</strong></p>",
        "<p onclick=x()>a</p>                  | <p>a</p>",
        "<p style='color:red'>a</p>            | <p>a</p>",
        "<script>alert(1)</script><p>a</p>     | <p>a</p>",
        "<h1>a</h1>                            | a",
        "<a href='https://q.example'>a</a>     | <a href=\"https://q.example\">a</a>",
        "<a href='mailto:a@q.example'>a</a>    | <a href=\"mailto:a@q.example\">a</a>",
        "<a href='{{pass_link}}'>a</a>         | <a href=\"{{pass_link}}\">a</a>",
        "<img src=x onerror=y()>a              | a",
        "<iframe src=x></iframe>a              | a",
      })
  void onlyPlainWritingIsLeft(String html, String left) {
    assertThat(BodyHtml.cleaned(html)).isEqualTo(left);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "javascript:alert(1)",
        "JavaScript:alert(1)",
        " javascript:alert(1)",
        "java\nscript:alert(1)",
        "data:text/html,x",
        "vbscript:x",
        "file:///etc/passwd",
      })
  void aLinkThatRuns_isEmptied_soThatTheOwnerIsToldOfIt(String href) {
    String cleaned = BodyHtml.cleaned("<a href=\"" + href + "\">a</a>");
    assertThat(cleaned).isEqualTo("<a href=\"\">a</a>");
  }

  @Test
  void columnsAreCleaned_likeTheRest() {
    EmailBlock columns =
        EmailBlock.columns(
            List.of(
                new EmailColumn(List.of(EmailBlock.text("<p onclick=x>left</p>"))),
                new EmailColumn(List.of(EmailBlock.text("<b>r</b>")))));
    List<EmailBlock> cleaned =
        BodyHtml.cleaned(EmailLayouts.OURS.get(0).content().withBlocks(List.of(columns))).blocks();
    assertThat(cleaned)
        .containsExactly(
            EmailBlock.columns(
                List.of(
                    new EmailColumn(List.of(EmailBlock.text("<p>left</p>"))),
                    new EmailColumn(List.of(EmailBlock.text("r"))))));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<p>one</p><p>two</p>                           | one\\n\\ntwo",
        "<h2>Head</h2><p>one<br>two</p>                 | Head\\n\\none\\ntwo",
        "<ul><li><p>a</p></li><li><p>b</p></li></ul>    | - a\\n- b",
        "<p>See <a href='https://q.example'>this</a></p> | See this (https://q.example)",
        "<p><a href='https://q.example'>https://q.example</a></p> | https://q.example",
        "<ol><li><p>a</p></li><li><p>b</p></li></ol>    | 1. a\\n2. b",
        "<p>a &amp; b &lt;c&gt;</p>                     | a & b <c>",
      })
  void asPlainText_itReadsTheSame(String html, String text) {
    assertThat(BodyHtml.plain(html)).isEqualTo(text.replace("\\n", "\n"));
  }

  @Test
  void blocksAsText_standInTheirOrder_withWhereTheirButtonsLead() {
    assertThat(
            PlainBody.made(
                List.of(
                    EmailBlock.text("<p>Hello</p>"),
                    EmailBlock.picture("abc", "A green notebook", ""),
                    EmailBlock.picture("abc", " ", ""),
                    EmailBlock.divider(),
                    EmailBlock.button(
                        new EmailButton("Read on", EmailButton.Target.LINK, "https://q.example")),
                    EmailBlock.incentive("Open it"))))
        .isEqualTo(
            "Hello\n\n[A green notebook]\n\n* * *\n\nRead on:\nhttps://q.example\n\n{{offer_name}}\n\nOpen it:\n{{pass_link}}");
  }
}
