package jeton.server.form;

import com.helger.css.decl.CSSDeclaration;
import com.helger.css.decl.CSSMediaRule;
import com.helger.css.decl.CSSSelector;
import com.helger.css.decl.CSSStyleRule;
import com.helger.css.decl.CascadingStyleSheet;
import com.helger.css.decl.ICSSTopLevelRule;
import com.helger.css.reader.CSSReader;
import com.helger.css.reader.CSSReaderSettings;
import com.helger.css.reader.errorhandler.DoNothingCSSParseErrorHandler;
import com.helger.css.writer.CSSWriterSettings;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * The owner's own CSS, kept inside the form: every selector is put below the form's root, rules
 * that reach outside (imports, fonts, anything with an address) are taken out. The root itself has
 * {@code contain: paint}, so that nothing drawn inside leaves it, and cannot be selected.
 */
final class OwnCss {
  private static final CSSReaderSettings READING =
      new CSSReaderSettings()
          .setBrowserCompliantMode(true)
          .setCustomErrorHandler(new DoNothingCSSParseErrorHandler())
          .setCustomExceptionHandler(fault -> {});
  private static final CSSWriterSettings WRITING = new CSSWriterSettings(true);

  /** What could fetch something, run something, or lay itself over the page. */
  private static final Pattern REACHES_OUT =
      Pattern.compile("url|image-set|image\\(|src\\(|expression|javascript|element\\(|@|<|\\\\");

  private static final Set<String> NEVER =
      Set.of("behavior", "-moz-binding", "contain", "content-visibility");

  private OwnCss() {}

  /** What is left of it, as it may stand in a style sheet. */
  static String kept(String css) {
    CascadingStyleSheet sheet = css.isBlank() ? null : CSSReader.readFromStringReader(css, READING);
    if (sheet == null) {
      return "";
    }
    StringBuilder kept = new StringBuilder();
    sheet.getAllStyleRules().forEach(rule -> kept.append(inside(rule)));
    for (CSSMediaRule media : sheet.getAllMediaRules()) {
      kept.append(inside(media));
    }
    return kept.toString();
  }

  private static String inside(CSSMediaRule media) {
    StringBuilder queries = new StringBuilder();
    media
        .getAllMediaQueries()
        .forEach(
            query ->
                queries
                    .append(queries.isEmpty() ? "" : ",")
                    .append(query.getAsCSSString(WRITING, 0)));
    StringBuilder rules = new StringBuilder();
    for (ICSSTopLevelRule rule : media.getAllRules()) {
      if (rule instanceof CSSStyleRule style) {
        rules.append(inside(style));
      }
    }
    return reachesOut(queries.toString()) ? "" : "@media " + queries + "{" + rules + "}";
  }

  private static String inside(CSSStyleRule rule) {
    StringBuilder selectors = new StringBuilder();
    for (CSSSelector selector : rule.getAllSelectors()) {
      String text = selector.getAsCSSString(WRITING, 0);
      if (!reachesOut(text)) {
        selectors.append(selectors.isEmpty() ? "" : ",").append(".jf ").append(text);
      }
    }
    StringBuilder declarations = new StringBuilder();
    for (CSSDeclaration declaration : rule.getAllDeclarations()) {
      String text = declaration.getAsCSSString(WRITING, 0);
      String property = declaration.getProperty().toLowerCase(Locale.ROOT);
      if (!reachesOut(text) && !NEVER.contains(property)) {
        declarations.append(text.endsWith(";") ? text : text + ";");
      }
    }
    return selectors.isEmpty() || declarations.isEmpty()
        ? ""
        : selectors + "{" + declarations + "}";
  }

  private static boolean reachesOut(String text) {
    return REACHES_OUT.matcher(text.toLowerCase(Locale.ROOT)).find();
  }
}
