package jeton.core.incentive;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIn;
import jeton.core.handover.PassLimits;
import jeton.core.problem.Problems;

/** What an offer gives, as its owner sets it (G1): one record of settings per kind. */
public sealed interface Incentive permits Download, Coupon, PrivatePage, Quiz, PrizeWheel {

  /** Notes what keeps these settings from being saved. */
  void check(String path, Problems problems);

  /** What keeps it from being given as it is set. */
  default List<Lack> missing() {
    return List.of();
  }

  /**
   * The last moment of what is given then, where it ends by itself.
   *
   * @param zone the business's
   */
  default Optional<Instant> end(Instant given, ZoneId zone) {
    return Optional.empty();
  }

  /** Limits that a new offer's pass begins with. */
  default PassLimits firstLimits() {
    return new PassLimits(Optional.of(30), Optional.of(10));
  }

  /** Most files of an offer that gives this. */
  default int mostFiles() {
    return 20;
  }

  /**
   * Whether the visitor is led straight to it, where the answer to a form or the confirmed page
   * could be (V4).
   */
  default boolean straight() {
    return false;
  }

  /** What it can come to, where it is played first: titles by keys, in order (G3). */
  default Map<String, String> results() {
    return Map.of();
  }

  /** Titles of its pieces by their keys, where it is made of some (V1). */
  default Map<String, String> pieceTitles() {
    return Map.of();
  }

  /**
   * What a new offer's form asks with.
   *
   * @param text under the headline, small HTML
   * @param button words of the button
   */
  record FirstAsk(String text, String button) {}

  /** What a new offer's form asks with. */
  default FirstAsk firstAsk() {
    return new FirstAsk("<p>Tell us where to send it.</p>", "Send it to me");
  }

  /** The email that a new offer hands it over by. */
  default EmailContent firstDelivery() {
    return new EmailContent(
        "Here it is: {{offer_name}}",
        "Keep this email, the link is yours",
        "<p>Hello {{first_name}},</p><p>here is your own link to {{offer_name}}, for when you lose the tab.</p>",
        new EmailButton("Open it", EmailButton.Target.PASS, ""));
  }

  /** What emails may say of what a person was given (F1). */
  default List<FillIn> fillIns() {
    return List.of();
  }
}
