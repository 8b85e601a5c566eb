package jeton.core.display;

/**
 * What the script waits for before a form that may show does show (rule D6).
 *
 * @param amount seconds for {@code AFTER_SECONDS} and {@code WHEN_IDLE}, per cent of the page for
 *     {@code AT_SCROLL}; not looked at for the others
 */
public record Trigger(Kind kind, int amount) {
  /** The moment. */
  public enum Kind {
    AT_ONCE(0, 0),
    AFTER_SECONDS(1, 600),
    AT_SCROLL(1, 100),
    /** Pointer out at the top; on touch: back, or a fast scroll up. */
    ON_LEAVING(0, 0),
    /** A link or button of the page opens it; never by itself. */
    ON_CLICK(0, 0),
    WHEN_IDLE(5, 600);

    private final int least;
    private final int most;

    Kind(int least, int most) {
      this.least = least;
      this.most = most;
    }

    /** Whether an amount makes sense for it. */
    public boolean takes(int amount) {
      return most == 0 || (amount >= least && amount <= most);
    }
  }
}
