package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jeton.core.display.DisplayRules;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;

/** The parts of a form: each says what is wrong with it, beside its own control. */
class FormPartsTest {
  private static final Looks PLAIN = Looks.of("#FFFFFF", "#000000", "#16423C", "#FFFFFF");

  private static Looks looks(int corner, int width, String css) {
    return new Looks(
        PLAIN.paper(),
        PLAIN.ink(),
        PLAIN.button(),
        PLAIN.buttonInk(),
        null,
        corner,
        null,
        width,
        null,
        null,
        null,
        css);
  }

  private static List<String> fields(java.util.function.Consumer<Problems> check) {
    Problems problems = new Problems();
    check.accept(problems);
    return problems.list().stream().map(Problem::field).toList();
  }

  @Test
  void looks_haveLimits_andDefaultsForWhatIsMissing() {
    assertThat(fields(p -> looks(0, 240, null).check("l", p))).isEmpty();
    assertThat(fields(p -> looks(41, 1001, "x".repeat(20_001)).check("l", p)))
        .containsExactly("l.corner", "l.width", "l.css");
    assertThat(looks(0, 300, null).font()).isEqualTo(Looks.Font.OURS);
    assertThat(looks(0, 300, null).background()).isEqualTo(Looks.Background.COLOUR);
  }

  @Test
  void aPictureIsAHashOrADrawing_nothingElse() {
    String hash = "0123456789abcdef".repeat(4);
    FormPicture good = new FormPicture(hash, "", "", null);
    FormPicture odd = new FormPicture("x);}body{display:none", "../../etc", "", null);
    assertThat(fields(p -> good.check("p", p))).isEmpty();
    assertThat(fields(p -> odd.check("p", p))).containsExactly("p.hash", "p.drawing");
    assertThat(good.shown()).isTrue();
    assertThat(FormPicture.NONE.shown()).isFalse();
  }

  @Test
  void aFloatingButton_needsWords() {
    Opening silent = new Opening(false, Opening.Corner.LEFT, " ", true);
    assertThat(fields(p -> silent.check("o", p))).containsExactly("o.cornerWords");
    assertThat(fields(p -> Opening.PLAIN.check("o", p))).isEmpty();
  }

  private static Afterwards leading(String address, int closesAfter) {
    return new Afterwards(
        true,
        new PageWords("", ""),
        address,
        null,
        closesAfter,
        null,
        Map.of("email", "x".repeat(201)),
        "y".repeat(301));
  }

  @Test
  void afterwards_leadsOnlyToHonestAddresses() {
    List<String> own = List.of("quireandthread.example");
    assertThat(fields(p -> Afterwards.PLAIN.check("a", own, p))).isEmpty();
    assertThat(fields(p -> leading("javascript:alert(1)", 601).check("a", own, p)))
        .containsExactlyInAnyOrder(
            "a.closesAfter", "a.wentWrong", "a.fieldErrors.email", "a.address");
  }

  @Test
  void anAddressThatIsNotUsed_isNotJudged() {
    Afterwards unused =
        new Afterwards(false, new PageWords("Thanks", ""), "nonsense", null, 0, null, null, null);
    assertThat(fields(p -> unused.check("a", List.of(), p))).isEmpty();
    assertThat(unused.known().said()).isFalse();
  }

  @Test
  void words_haveTheirLimits() {
    FormWords odd =
        new FormWords(
            " ", "x", List.of("a\nb"), "", "n".repeat(81), "s".repeat(1001), "h".repeat(61));
    assertThat(fields(p -> odd.check("w", p)))
        .containsExactly(
            "w.headline", "w.points[0]", "w.button", "w.noThanks", "w.smallPrint", "w.halfWay");
  }

  @Test
  void settings_fillInWhatAnOlderDocumentLacks() {
    FormSettings old =
        new FormSettings(
            null,
            FormWords.plain("h", "", List.of(), "b"),
            null,
            List.of(FormField.email("Email", "")),
            PLAIN,
            null,
            null,
            null);
    assertThat(old.display()).isEqualTo(DisplayRules.CALM);
    assertThat(old.check(new FormSettings.Known(List.of(), List.of()))).isEmpty();
  }

  @Test
  void knownVisitors_areToldOnlyWithWords() {
    KnownVisitor silent = new KnownVisitor(true, new PageWords(" ", ""));
    assertThat(fields(p -> silent.check("k", p))).containsExactly("k.words.heading");
  }
}
