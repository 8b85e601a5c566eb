package jeton.core.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EmailAdviceTest {
  private static final Map<String, String> WORDS = Map.of("first_name", "there");

  private static List<String> codes(EmailContent email, Map<String, String> words, int bytes) {
    return EmailAdvice.of(email, words, bytes).stream().map(EmailAdvice.Advice::code).toList();
  }

  private static EmailContent email(String subject, String preview, EmailBlock... blocks) {
    return new EmailContent(
        subject, preview, EmailContent.Style.FRAMED, List.of(blocks), "", List.of());
  }

  @Test
  void aGoodEmail_getsNone() {
    assertThat(
            codes(
                email(
                    "Did it hold, {{first_name}}?",
                    "Two small fixes",
                    EmailBlock.text("<p>Hello {{first_name}}</p>")),
                WORDS,
                8_000))
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "FREE PAPER TODAY,true",
    "Your plan is here!!,true",
    "Wow! Look!,true",
    "Your plan is here!,false",
    "The PDF is here,false",
    "مرحبا بك في الورشة,false",
  })
  void shouting_isRecognised(String subject, boolean shouting) {
    assertThat(EmailAdvice.isShouting(subject)).isEqualTo(shouting);
  }

  @Test
  void lengths_areCountedInCharacters_notInCodeUnits() {
    String emoji = "📚".repeat(60);
    assertThat(codes(email(emoji, "p"), WORDS, 0)).isEmpty();
    assertThat(codes(email(emoji + "x", "p"), WORDS, 0)).containsExactly("long_subject");
    assertThat(codes(email("s", "p".repeat(111)), WORDS, 0)).containsExactly("long_preview");
  }

  @Test
  void whatIsMissingOrTooMuch_isTold() {
    assertThat(codes(email("", ""), WORDS, 0)).containsExactly("empty_subject", "no_preview");
    assertThat(codes(email("Hello there", "hello there"), WORDS, 0))
        .containsExactly("repeated_preview");
    assertThat(codes(email("s", "p"), WORDS, 100_001)).containsExactly("heavy");
    EmailBlock link = EmailBlock.text("<p><a href=\"https://q.example\">x</a></p>");
    assertThat(
            codes(
                email("s", "p", Collections.nCopies(9, link).toArray(EmailBlock[]::new)), WORDS, 0))
        .containsExactly("many_links");
    assertThat(codes(email("s", "p", EmailBlock.picture("abc", " ", "")), WORDS, 0))
        .containsExactly("picture_without_words");
  }

  @Test
  void aHole_isTold_unlessThereAreWordsForIt() {
    EmailContent email = email("s", "p", EmailBlock.text("<p>{{first_name}}</p>"));
    assertThat(codes(email, Map.of(), 0)).containsExactly("empty_fill_in");
    EmailContent own =
        email("s", "p", EmailBlock.text("<p>{{first_name}}{{^first_name}}you{{/first_name}}</p>"));
    assertThat(codes(own, Map.of(), 0)).isEmpty();
  }

  @Test
  void ideas_comeFromTheEmailItself() {
    EmailContent email =
        email(
            "Now",
            "",
            EmailBlock.text(
                "<h2>Two fixes for slipping pages</h2><p>Hello {{first_name}},</p>"
                    + "<p>two days ago you printed the plan. Did it hold?</p>"),
            EmailBlock.button(
                new EmailButton(
                    "See the two fixes", EmailButton.Target.LINK, "https://q.example")));
    assertThat(SubjectIdeas.of(email))
        .containsExactly(
            "Two fixes for slipping pages",
            "Did it hold?",
            "Two days ago you printed the plan",
            "See the two fixes");
    assertThat(SubjectIdeas.of(email("x", ""))).isEmpty();
  }

  @Test
  void whatIsJustWithinBounds_getsNone() {
    EmailBlock link = EmailBlock.text("<p><a href=\"https://q.example\">x</a></p>");
    assertThat(
            codes(
                email("s", "p", Collections.nCopies(8, link).toArray(EmailBlock[]::new)), WORDS, 0))
        .isEmpty();
    assertThat(codes(email("s", "p"), WORDS, 100_000)).isEmpty();
    assertThat(codes(email("s", "p", EmailBlock.picture("abc", "A bath of colour", "")), WORDS, 0))
        .isEmpty();
  }

  @Test
  void aSubjectThatShouts_isTold() {
    assertThat(codes(email("FREE PAPER TODAY", "p"), WORDS, 0)).containsExactly("shouting");
  }

  @Test
  void whatIsAlwaysKnown_leavesNoHole() {
    assertThat(codes(email("s", "p", EmailBlock.text("<p>{{email}}</p>")), Map.of(), 0)).isEmpty();
  }
}
