package jeton.core.email;

import jeton.core.problem.Problems;

/**
 * What is noted against a block that cannot be saved: lengths, control characters, unknown fill-ins
 * (F2, S1), each at its own field.
 *
 * @param path of the block
 */
record BlockCheck(String path, FillIns allowed, Problems problems) {
  private static final int MOST_LABEL = 80;
  private static final int MOST_ALT = 300;
  private static final int MOST_HREF = 2000;

  /** The same for a block within this one. */
  BlockCheck at(String inner) {
    return new BlockCheck(path + "." + inner, allowed, problems);
  }

  void writing(String field, String html) {
    problems.text(html, at(field).path, "The text", EmailContent.MOST_BODY);
    fillIns(field, html);
  }

  void label(String field, String label) {
    line(field, label, "The words", MOST_LABEL);
  }

  void alt(String field, String alt) {
    line(field, alt, "The words for the picture", MOST_ALT);
  }

  void href(String field, String href) {
    line(field, href, "The link", MOST_HREF);
  }

  private void line(String field, String text, String name, int most) {
    problems.line(text, at(field).path, name, most);
    fillIns(field, text);
  }

  private void fillIns(String field, String text) {
    EmailText.checkFillIns(text, at(field).path, allowed, problems);
  }

  /** Notes a problem at a field; at the block itself when the field is empty. */
  void when(boolean wrong, String field, String code, String message) {
    problems.when(wrong, field.isEmpty() ? path : at(field).path, code, message);
  }
}
