package jeton.core.email;

/**
 * What an email may say of the person who reads it (rule F1).
 *
 * @param key the name in text form, as in {@code {{first_name}}}
 * @param label what the chip in the editor says
 * @param forOwners whether owners may write it; the others are links that Jeton makes for each
 *     email, which its frame names
 * @param mayBeUnknown whether it is not known of some people, or in some emails: a sequence need
 *     not belong to an offer
 * @param usualWords what is said then until the owner chooses other words; empty where no words fit
 */
public record FillIn(
    String key, String label, boolean forOwners, boolean mayBeUnknown, String usualWords) {
  public static final FillIn FIRST_NAME = maybe("first_name", "First name", "there");
  public static final FillIn EMAIL = always("email", "Email address");
  public static final FillIn OFFER_NAME =
      maybe("offer_name", "Name of the offer", "what you asked for");
  public static final FillIn BUSINESS_NAME = always("business_name", "Your business");
  public static final FillIn CONFIRM_LINK = link("confirm_link", "Link that confirms");
  public static final FillIn PASS_LINK = link("pass_link", "Link of the pass");
  public static final FillIn LEAVE_LINK = link("leave_link", "Link to leave");

  private static FillIn always(String key, String label) {
    return new FillIn(key, label, true, false, "");
  }

  private static FillIn maybe(String key, String label, String usualWords) {
    return new FillIn(key, label, true, true, usualWords);
  }

  static FillIn link(String key, String label) {
    return new FillIn(key, label, false, false, "");
  }

  /** The same where it is known of everybody who reads. */
  public FillIn alwaysKnown() {
    return new FillIn(key, label, forOwners, false, usualWords);
  }

  /** The answer to a field of the business's own. */
  public static FillIn answer(String key, String label) {
    return maybe(key, label, "");
  }
}
