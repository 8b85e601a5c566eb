package jeton.core.email;

import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * A tag that a click on one of an email's links gives or takes.
 *
 * @param href the link as it stands in the email
 */
public record LinkTag(String href, String tag, boolean give) {
  public LinkTag {
    href = href == null ? "" : href;
    tag = tag == null ? "" : tag.strip();
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    problems.when(href.isBlank(), path + ".href", "empty", "Which link?");
    problems.line(href, path + ".href", "The link", 2000);
    TagName.check(tag, path + ".tag", problems);
  }
}
