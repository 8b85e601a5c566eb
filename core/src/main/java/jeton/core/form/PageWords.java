package jeton.core.form;

import jeton.core.problem.Problems;

/** Heading and text of a page a visitor meets. The text has paragraphs, split by empty lines. */
public record PageWords(String heading, String text) {
  /** Notes what is too long. */
  public void check(String path, Problems problems) {
    problems.line(heading, path + ".heading", "The heading", 200);
    problems.text(text, path + ".text", "The text", 5000);
  }
}
