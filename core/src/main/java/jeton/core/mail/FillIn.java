package jeton.core.mail;

import java.util.Arrays;
import java.util.Optional;

/**
 * What an email may say of the person who reads it (rule F1).
 *
 * <p>The last three are links that Jeton makes for each email; an owner's text cannot name them, an
 * email's frame does.
 */
public enum FillIn {
  FIRST_NAME("first_name", "First name", true),
  EMAIL("email", "Email address", true),
  OFFER_NAME("offer_name", "The offer's name", true),
  BUSINESS_NAME("business_name", "Your business", true),
  CONFIRM_LINK("confirm_link", "Link that confirms", false),
  PASS_LINK("pass_link", "Link of the pass", false),
  LEAVE_LINK("leave_link", "Link to leave", false);

  private final String key;
  private final String label;
  private final boolean forOwners;

  FillIn(String key, String label, boolean forOwners) {
    this.key = key;
    this.label = label;
    this.forOwners = forOwners;
  }

  /** The name in text form, as in {@code {{first_name}}}. */
  public String key() {
    return key;
  }

  /** What the chip in the editor says. */
  public String label() {
    return label;
  }

  /** Whether owners may write it. */
  public boolean forOwners() {
    return forOwners;
  }

  /** Whether there are people of whom it is not known. */
  public boolean mayBeUnknown() {
    return this == FIRST_NAME;
  }

  /** The fill-in of a name. */
  public static Optional<FillIn> of(String key) {
    return Arrays.stream(values()).filter(fillIn -> fillIn.key.equals(key)).findFirst();
  }
}
