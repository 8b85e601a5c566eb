package jeton.server.incentive;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.core.offer.OfferKind;
import jeton.core.problem.Problem;
import jeton.server.offer.Offer;

/**
 * A kind that is played before the sign-up is complete (G3). What was played is judged by the
 * server, kept under the rendered form's key, and travels with the sign-up.
 */
public interface Game {

  /** The kind it belongs to. */
  OfferKind kind();

  /**
   * A form that carries the game.
   *
   * @param base what comes before addresses; empty on our own pages
   * @param values what was sent before, where something has to be put right
   * @param live whether visitors see it; else it is a preview, and nothing is kept
   */
  record Board(
      String formKey,
      String base,
      Map<String, String> values,
      List<Problem> problems,
      boolean live) {}

  /**
   * What a form shows of it.
   *
   * @param html before the form's fields
   * @param gate words over the fields
   * @param fields whether the fields stand on the same page
   * @param finish words of the button that sends what was played alone; empty where nothing does
   * @param plain whether that button is less than the form's own
   * @param ownPage whether small windows are led to the hosted page instead
   */
  record Opening(
      String html, PageWords gate, boolean fields, String finish, boolean plain, boolean ownPage) {}

  /** It in a form. */
  Opening drawn(Offer offer, Board board);

  /** What was played, as its own kind knows it. */
  interface Round {}

  /**
   * What was found of what a form sent.
   *
   * @param round empty where nothing was sent because it is kept already
   */
  record Judged(List<Problem> problems, Optional<Round> round) {
    /** Nothing wrong, nothing played. */
    public static final Judged NOTHING = new Judged(List.of(), Optional.empty());
  }

  /** Judges what a form sent; keeps nothing. */
  Judged judge(Offer offer, Map<String, String> values);

  /** Which rendered form it was played in. */
  record Sheet(long formId, String submissionKey) {}

  /** Keeps what was played until its sign-up. Played again in the same form, the newest stays. */
  void keep(Offer offer, Sheet sheet, Round round);

  /** What it came to, for whoever played it, as long as it is kept. */
  Optional<List<Part>> result(Offer offer, String submissionKey, String base);

  /**
   * A sign-up that was played for.
   *
   * @param given whether its email hands over what it came to
   * @param counts whether it counts at once (S12, Q9)
   */
  record SignedUp(Sheet sheet, long personId, long signUpId, boolean given, boolean counts) {}

  /** It belongs to a sign-up from now on, in the sign-up's transaction. */
  void signedUp(Offer offer, SignedUp signUp, Optional<Round> round);

  /** A sign-up was confirmed, in that transaction, the person's row locked. */
  void confirmed(Offer offer, long personId, long signUpId);
}
