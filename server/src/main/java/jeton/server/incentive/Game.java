package jeton.server.incentive;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.core.offer.OfferKind;
import jeton.core.problem.Problem;
import jeton.core.signup.SignUpDecision;
import jeton.server.offer.Offer;
import jeton.server.people.Person;

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
   * @param decision what the sign-up does: where it hands over, its email hands over what was
   *     played for
   * @param counts whether it counts at once (S12, Q9)
   */
  record SignedUp(
      Sheet sheet, Person person, long signUpId, SignUpDecision decision, boolean counts) {
    /** Whether its email hands over what it came to. */
    public boolean given() {
      return decision == SignUpDecision.HAND_OVER;
    }
  }

  /**
   * It belongs to a sign-up from now on, in the sign-up's transaction, the person's row locked.
   * What may not be played now is refused here, and nothing of the sign-up is kept.
   */
  void signedUp(Offer offer, SignedUp signUp, Optional<Round> round);

  /**
   * What the answer to a sign-up shows first, where it is only then known.
   *
   * @param result its key among {@link jeton.core.incentive.Incentive#results}
   * @param words in place of the form's own
   * @param saysAll whether they stand alone; else the form's own text follows
   */
  record Reply(String result, PageWords words, boolean saysAll) {}

  /**
   * Whether what was played for reaches also somebody known who was written to just now: by an
   * email as soon as one may be sent (S13).
   */
  default boolean isAlwaysHandedOver() {
    return false;
  }

  /** What to answer to the form of a sign-up; empty where the form's own words are all. */
  default Optional<Reply> answer(Offer offer, String submissionKey) {
    return Optional.empty();
  }

  /** A sign-up was confirmed, in that transaction, the person's row locked. */
  void confirmed(Offer offer, long personId, long signUpId);
}
