package jeton.core.numbers;

/**
 * Something worth trying, with what speaks for it.
 *
 * @param key what it is about, stable, so that it can be hidden
 * @param kind what is wrong, and with it of what {@code placeId} is
 * @param placeId where it is tried: an offer, or for emails of a sequence that sequence
 * @param itemId what of it: a form, a step; 0 for the whole
 * @param words one or two sentences with the numbers in them
 * @param gain how many more there could be, of those who were there: the largest is told first
 */
public record Idea(String key, Kind kind, long placeId, long itemId, String words, double gain) {
  /** What is wrong. */
  public enum Kind {
    /** A form asks for more than others and gets less. */
    ASKS_MUCH,
    /** A form comes over the page earlier than others and gets less: people have not read yet. */
    COMES_EARLY,
    /** Fewer confirm than elsewhere. */
    FEW_CONFIRM,
    /** Fewer use what they get than elsewhere. */
    FEW_USE,
    /** An email of a sequence is opened by fewer than its others: its subject may be why. */
    FEW_OPEN,
    /** Fewer click in it than in the sequence's others. */
    FEW_CLICK,
    /** More leave by it than by the sequence's others. */
    MANY_LEAVE,
    /** More stop at a question than at the quiz's others. */
    QUESTION_STOPS,
    /** A code is copied and then not used. */
    CODE_UNUSED,
    /** What leaves on a weekday is opened by fewer than on the others. */
    DAY_UNREAD
  }
}
