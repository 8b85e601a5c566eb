package jeton.server.form;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OwnCssTest {
  @Test
  void honestRules_areKept_belowTheForm() {
    assertThat(OwnCss.kept(".jf-button, h2 > em { letter-spacing: .1em; color: #123456 }"))
        .isEqualTo(".jf .jf-button,.jf h2>em{letter-spacing:.1em;color:#123456;}");
    assertThat(OwnCss.kept("@media (max-width: 500px) { .jf-text { font-size: 12px } }"))
        .contains("@media")
        .contains(".jf .jf-text{font-size:12px;}");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "@import url(https://evil.example/x.css);",
        "@font-face { font-family: x; src: url(https://evil.example/x.woff) }",
        ".a { background: url(https://evil.example/pixel) }",
        ".a { background: URL( 'https://evil.example/pixel' ) }",
        ".a { background-image: image-set('https://evil.example/p' 1x) }",
        ".a { background: u\\72l(https://evil.example/p) }",
        ".a { behavior: url(x.htc) }",
        ".a { width: expression(alert(1)) }",
        ".a { contain: none }",
        ".a { color: red } </style><script>alert(1)</script>",
        "} body { display: none } .a {",
        "not css at all {{{{"
      })
  void whatReachesOut_isTakenOut(String css) {
    String kept = OwnCss.kept(css);
    assertThat(kept)
        .doesNotContainIgnoringCase("evil")
        .doesNotContain("<")
        .doesNotContain("@import")
        .doesNotContain("expression")
        .doesNotContain("contain:");
    // Whatever is left stays below the form's root, and its braces balance.
    assertThat(kept.chars().filter(c -> c == '{').count())
        .isEqualTo(kept.chars().filter(c -> c == '}').count());
    assertThat(kept.isEmpty() || kept.startsWith(".jf ")).isTrue();
  }

  @Test
  void theRootItself_andThePage_cannotBeSelected() {
    assertThat(OwnCss.kept(":host{position:fixed}html{x:y}body{x:y}.jf{position:fixed}"))
        .contains(".jf :host{")
        .contains(".jf html{")
        .contains(".jf .jf{");
  }
}
