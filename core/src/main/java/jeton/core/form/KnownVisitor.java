package jeton.core.form;

import jeton.core.problem.Problems;

/**
 * What somebody who is already on the list is told (rule S6). Saying it lets anybody find out
 * whether an address is on the list, so it is off unless the owner turns it on.
 *
 * @param said whether they are told at all
 * @param words what they read then
 */
public record KnownVisitor(boolean said, PageWords words) {
  /** The default: the same words as for everybody else. */
  public static final KnownVisitor NOT_TOLD =
      new KnownVisitor(
          false,
          new PageWords(
              "You are already on the list", "We have sent it to you once more, by email."));

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    words.check(path + ".words", problems);
    problems.when(
        said && words.heading().isBlank(),
        path + ".words.heading",
        "empty",
        "Say what they read, or leave it unsaid.");
  }
}
