package jeton.core.numbers;

/**
 * Something worth trying, with what speaks for it.
 *
 * @param key what it is about, stable, so that it can be hidden
 * @param kind what is wrong
 * @param offerId where it is tried
 * @param words one or two sentences with the numbers in them
 * @param gain how many more there could be, of those who were there: the largest is told first
 */
public record Idea(String key, Kind kind, long offerId, String words, double gain) {
  /** What is wrong. */
  public enum Kind {
    /** A form asks for more than others and gets less. */
    ASKS_MUCH,
    /** Fewer confirm than elsewhere. */
    FEW_CONFIRM,
    /** Fewer use what they get than elsewhere. */
    FEW_USE
  }
}
