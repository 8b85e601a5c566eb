package jeton.core.email;

import static org.assertj.core.api.Assertions.assertThat;

import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EmailContentTest {

  private static EmailContent linking(String href) {
    return new EmailContent("s", "p", "<p><a href=\"" + href + "\">x</a></p>", EmailButton.NONE);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "https://q.example/a?b=1&amp;c={{first_name}}",
        "http://q.example",
        "mailto:ann@q.example"
      })
  void linksThatLeadSomewhere_areFine(String href) {
    assertThat(linking(href).deadLinks()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "https://",
        "https://localhost",
        "javascript:alert(1)",
        "q.example",
        "ht tp://x.y"
      })
  void deadLinks_areFound(String href) {
    assertThat(linking(href).deadLinks()).hasSize(1);
  }

  @Test
  void aButtonWithoutTarget_isADeadLink() {
    EmailButton button = new EmailButton("Look", EmailButton.Target.LINK, "");
    assertThat(new EmailContent("s", "p", "", button).deadLinks()).containsExactly("");
  }

  @Test
  void faults_areNamedByTheirField() {
    Problems problems = new Problems();
    new EmailContent("a\r\nBcc: b", "{{nope}}", "<p>{{nope}}</p>", EmailButton.NONE)
        .check("email", FillIns.USUAL, problems);
    assertThat(problems.list())
        .extracting(Problem::field, Problem::code)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("email.subject", "control_character"),
            org.assertj.core.groups.Tuple.tuple("email.preview", "unknown_fill_in"),
            org.assertj.core.groups.Tuple.tuple("email.blocks[0].html", "unknown_fill_in"));
  }

  @Test
  void fillIns_areLookedForInSubjectAndPlainTextToo() {
    EmailContent email =
        new EmailContent(
            "{{nope}}",
            "p",
            EmailContent.Style.FRAMED,
            java.util.List.of(),
            "{{nope}}",
            java.util.List.of());
    assertThat(jeton.core.Refusals.of(problems -> email.check("email", FillIns.USUAL, problems)))
        .containsExactly("email.subject unknown_fill_in", "email.ownPlain unknown_fill_in");
  }
}
