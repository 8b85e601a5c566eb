package jeton.core.hook;

import java.util.Arrays;
import java.util.Optional;

/** What can be told to another program, by the type its message has (H1). */
public enum HookKind {
  SIGNED_UP("person.signed_up"),
  CONFIRMED("person.confirmed"),
  HANDED_OVER("offer.handed_over"),
  /** What the offer gives was opened or downloaded. */
  USED("offer.used"),
  /** A code was used in a shop. */
  CODE_USED("code.used"),
  QUIZ_FINISHED("quiz.finished"),
  PRIZE_WON("prize.won"),
  TAG_GIVEN("tag.given"),
  TAG_TAKEN("tag.taken"),
  /** Left everything. */
  LEFT("person.left"),
  /** An email came back for good. */
  BOUNCED("email.bounced"),
  /** A shop told of an order. */
  BOUGHT("order.placed"),
  /** Sent by hand to see whether it arrives; about nobody. */
  TEST("test");

  private final String type;

  HookKind(String type) {
    this.type = type;
  }

  /** The message's type. */
  public String type() {
    return type;
  }

  /** Whether it comes from an offer, so that it can be told for some of them only. */
  public boolean isOfOffer() {
    return switch (this) {
      case SIGNED_UP, CONFIRMED, HANDED_OVER, USED, CODE_USED, QUIZ_FINISHED, PRIZE_WON -> true;
      case TAG_GIVEN, TAG_TAKEN, LEFT, BOUNCED, BOUGHT, TEST -> false;
    };
  }

  /** The kind a message's type names. */
  public static Optional<HookKind> of(String type) {
    return Arrays.stream(values()).filter(kind -> kind.type.equals(type)).findFirst();
  }
}
