package jeton.server.business;

import jeton.core.form.PageColours;
import jeton.core.form.PageWords;
import jeton.core.form.WebAddress;
import jeton.core.problem.Problems;

/**
 * The pages around emails that belong to no offer, in the owner's words.
 *
 * @param leave asks before somebody leaves
 * @param left says that they have; replaced by {@code leftGoesOnTo} when that is set
 * @param linkExpired on a link or pass that has run out
 * @param freshLink says that a fresh link is on its way
 * @param leftGoesOnTo an https address; empty for none
 */
public record VisitorPages(
    PageColours colours,
    PageWords leave,
    PageWords left,
    PageWords linkExpired,
    PageWords freshLink,
    String leftGoesOnTo) {
  /** What a fresh install says. */
  public static final VisitorPages USUAL =
      new VisitorPages(
          PageColours.USUAL,
          new PageWords("Leave the list", "You will get no more emails from us."),
          new PageWords(
              "You have left the list",
              "Nothing more will come. You can sign up again whenever you like."),
          new PageWords(
              "This link has run out",
              "It still belongs to you. We can send a fresh one to the address it was made for."),
          new PageWords(
              "A fresh link is on its way",
              "We have sent it to the address this one belongs to. Nothing after five minutes? Look in the junk folder."),
          "");

  public VisitorPages {
    colours = colours == null ? PageColours.USUAL : colours;
    leftGoesOnTo = leftGoesOnTo == null ? "" : leftGoesOnTo;
  }

  void check(String path, Problems problems) {
    colours.check(path + ".colours", problems);
    leave.check(path + ".leave", problems);
    left.check(path + ".left", problems);
    linkExpired.check(path + ".linkExpired", problems);
    freshLink.check(path + ".freshLink", problems);
    if (!leftGoesOnTo.isEmpty()) {
      WebAddress.fault(leftGoesOnTo, java.util.List.of())
          .ifPresent(fault -> problems.add(path + ".leftGoesOnTo", fault.code(), fault.message()));
    }
  }
}
