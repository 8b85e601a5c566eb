package jeton.core.people;

import jeton.core.problem.Problems;

/**
 * A tag given or taken when a visitor gets somewhere.
 *
 * @param give whether the tag is given; else it is taken
 */
public record TagChange(When when, String tag, boolean give) {

  /** Where on the track it happens. */
  public enum When {
    SIGN_UP,
    CONFIRMATION,
    FIRST_USE
  }

  public TagChange {
    tag = tag == null ? "" : tag.strip();
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    TagName.check(tag, path + ".tag", problems);
  }
}
