package jeton.core.confirm;

import java.util.List;
import jeton.core.form.PageColours;
import jeton.core.form.WebAddress;
import jeton.core.problem.Problems;

/**
 * The waiting and the confirmed page of an offer, beside their words.
 *
 * @param showsSteps whether the waiting page numbers what to do: open the mailbox, press the button
 * @param colours of both
 * @param goesOnTo an https address to lead to instead of showing the confirmed page; empty for none
 */
public record ConfirmPages(boolean showsSteps, PageColours colours, String goesOnTo) {
  /** The usual colours, no steps, our own page. */
  public static final ConfirmPages PLAIN = new ConfirmPages(true, PageColours.USUAL, "");

  public ConfirmPages {
    colours = colours == null ? PageColours.USUAL : colours;
    goesOnTo = goesOnTo == null ? "" : goesOnTo;
  }

  void check(String path, Problems problems) {
    colours.check(path + ".colours", problems);
    if (!goesOnTo.isEmpty()) {
      WebAddress.fault(goesOnTo, List.of())
          .ifPresent(fault -> problems.add(path + ".goesOnTo", fault.code(), fault.message()));
    }
  }
}
