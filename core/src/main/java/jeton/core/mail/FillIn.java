package jeton.core.mail;

/**
 * What an email may say of the person who reads it (rule F1).
 *
 * @param key the name in text form, as in {@code {{first_name}}}
 * @param label what the chip in the editor says
 * @param forOwners whether owners may write it; the others are links that Jeton makes for each
 *     email, which its frame names
 * @param mayBeUnknown whether there are people of whom it is not known
 */
public record FillIn(String key, String label, boolean forOwners, boolean mayBeUnknown) {
  public static final FillIn FIRST_NAME = new FillIn("first_name", "First name", true, true);
  public static final FillIn EMAIL = new FillIn("email", "Email address", true, false);
  public static final FillIn OFFER_NAME =
      new FillIn("offer_name", "Name of the offer", true, false);
  public static final FillIn BUSINESS_NAME =
      new FillIn("business_name", "Your business", true, false);
  public static final FillIn CONFIRM_LINK = link("confirm_link", "Link that confirms");
  public static final FillIn PASS_LINK = link("pass_link", "Link of the pass");
  public static final FillIn LEAVE_LINK = link("leave_link", "Link to leave");

  private static FillIn link(String key, String label) {
    return new FillIn(key, label, false, false);
  }

  /** The answer to a field of the business's own. */
  public static FillIn answer(String key, String label) {
    return new FillIn(key, label, true, true);
  }
}
