package jeton.core.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jeton.core.trial.Difference;
import org.junit.jupiter.api.Test;

class EmailVersionsTest {
  private static final EmailContent A =
      new EmailContent(
          "Did it hold?",
          "A word on thread",
          "<p>How is your <strong>notebook</strong>?</p>",
          new EmailButton("See it", EmailButton.Target.PASS, ""));

  @Test
  void subjectAndWriting_areToldAsTheyRead() {
    EmailContent b =
        A.withSubject("How is your spine?")
            .withBlocks(List.of(EmailBlock.text("<p>Is it <em>straight</em>?</p>")));
    assertThat(EmailVersions.differences(A, b))
        .containsExactly(
            new Difference("Subject", "Did it hold?", "How is your spine?"),
            new Difference("Writing", "How is your notebook ? See it", "Is it straight ?"));
  }

  @Test
  void theSameWriting_inOtherBlocks_isToldToo() {
    EmailContent b = A.withBlocks(List.of(A.blocks().get(1), A.blocks().get(0)));
    assertThat(EmailVersions.differences(A, A)).isEmpty();
    assertThat(EmailVersions.differences(A, b)).hasSize(1);
  }
}
