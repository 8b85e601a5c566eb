package jeton.core.display;

/** Why a form does not show. */
public enum Reason {
  OFF("It is turned off, its offer is not live, or there is nothing left to give."),
  PAGE("Not on this page."),
  SEASON("Not at this time."),
  SIGNED_UP("This visitor has signed up already."),
  NEW_OR_RETURNING("Not for this kind of visitor: new or returning."),
  TOO_FEW_PAGES("Too few pages seen this visit."),
  DEVICE("Not on this kind of device."),
  CAME_FROM("This visitor came from somewhere else."),
  DECLINED_LATELY("This visitor said no lately."),
  CLOSED_LATELY("This visitor closed it lately."),
  SHOWN_ENOUGH("This visitor has seen it often enough."),
  OUTRANKED("Another form that interrupts goes first: one is enough."),
  ANOTHER_BAR("Another bar goes first: one is enough.");

  private final String words;

  Reason(String words) {
    this.words = words;
  }

  /** A sentence for the owner. */
  public String words() {
    return words;
  }
}
