package jeton.server.signup;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import jeton.core.followup.SendTimes;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;
import jeton.server.handover.HandOvers;
import jeton.server.incentive.Game;
import jeton.server.offer.Offer;
import jeton.server.people.People;
import jeton.server.token.Tokens;
import jeton.server.trial.Seats;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * What a sign-up does (rules S1 to S5, S9, S10), in one short transaction. Mail is never sent
 * inside it.
 */
@Service
public class SignUps {
  private static final int MOST_NAME = 100;
  private static final int MOST_PAGE = 500;
  private static final Pattern CONTROL = Pattern.compile("\\p{Cc}");

  private final Map<String, Long> wordings = new ConcurrentHashMap<>();
  private final AddressScreen screen;
  private final SignUpStore store;
  private final SignUpTurn turn;
  private final People people;
  private final HandOvers handOvers;
  private final TransactionOperations tx;

  SignUps(
      AddressScreen screen,
      SignUpStore store,
      SignUpTurn turn,
      People people,
      HandOvers handOvers,
      TransactionOperations tx) {
    this.screen = screen;
    this.store = store;
    this.turn = turn;
    this.people = people;
    this.handOvers = handOvers;
    this.tx = tx;
  }

  /** A consent box: its exact wording, and whether it was ticked (S10). */
  public record Consent(String wording, boolean given) {}

  /**
   * What a form sent.
   *
   * @param submissionKey one per rendered form (S9)
   * @param consents the boxes shown, in their order
   * @param page address of the page that held the form; at most 500 characters are kept
   * @param campaign the page's campaign tags; at most 300 characters are kept
   * @param network where it came from, shortened
   * @param answers to the business's own fields, checked, by their keys
   * @param lists numbers of the lists it puts its person on once it counts (L1)
   * @param round what was played before, with an offer that is played; empty where it is kept
   *     already
   * @param seat before which of two versions of its form its visitor was (X1)
   */
  public record Submission(
      String email,
      String firstName,
      List<Consent> consents,
      String submissionKey,
      String page,
      String campaign,
      String zone,
      String network,
      Map<String, String> answers,
      Set<Long> lists,
      Optional<Game.Round> round,
      Optional<Seats.Seat> seat) {}

  /**
   * How the visitor is answered. Deliberately little: it must not tell whether an address is known
   * (S6).
   */
  public sealed interface Outcome {
    /**
     * Taken, or seemingly so.
     *
     * @param wasOnTheList whether the address was on the list before; to be said only where the
     *     owner wants it said
     * @param pass token of a pass, where the offer hands over on the spot
     */
    record Taken(boolean wasOnTheList, Optional<String> pass) implements Outcome {}

    /** To be put right first; nothing was kept. */
    record Refused(List<Problem> problems) implements Outcome {}
  }

  /** Signs up for an offer that is live. */
  public Outcome signUp(Offer offer, long formId, Submission submission) {
    Problems problems = new Problems();
    problems.line(submission.firstName(), "first_name", "The name", MOST_NAME);
    EmailAddress address;
    try {
      address = EmailAddress.parse(submission.email());
    } catch (EmailAddress.Refused refused) {
      problems.add("email", refused.fault().code(), refused.fault().message());
      return new Outcome.Refused(problems.list());
    }
    if (!problems.none()) {
      return new Outcome.Refused(problems.list());
    }
    Optional<Problem> fault = screen.fault(address);
    if (fault.isPresent()) {
      return new Outcome.Refused(List.of(fault.get()));
    }
    List<Long> wordingIds =
        submission.consents().stream().map(consent -> wordingId(consent.wording())).toList();
    People.Told told =
        new People.Told(
            address,
            submission.firstName().strip(),
            SendTimes.knownZone(submission.zone())
                .map(java.time.ZoneId::getId)
                .filter(id -> id.length() <= 64));
    Optional<String> doubt = screen.doubt(address);
    return once(offer, new SignUpStore.Row(formId, submission, told, wordingIds, doubt));
  }

  private Outcome once(Offer offer, SignUpStore.Row row) {
    try {
      return tx.execute(status -> turn.take(offer, row));
    } catch (jeton.server.problem.Refused notNow) {
      // What is played said no: nothing of this sign-up was kept.
      return new Outcome.Refused(notNow.problems());
    } catch (DuplicateKeyException sameFormAgain) {
      return new Outcome.Taken(false, sameAgain(offer, row));
    }
  }

  /** A form sent twice gets the pass it got before, by a link of its own. */
  private Optional<String> sameAgain(Offer offer, SignUpStore.Row row) {
    return offer.settings().handOver().onTheSpot()
        ? people
            .find(row.told().address())
            .flatMap(person -> handOvers.linkAgain(offer, person.id()))
        : Optional.empty();
  }

  private long wordingId(String wording) {
    return wordings.computeIfAbsent(wording, words -> store.wordingId(Tokens.hash(words), words));
  }

  /** A page's address as far as it is kept. */
  static String shortened(String page) {
    return shortened(page, MOST_PAGE);
  }

  /** A text from a browser as far as it is kept. */
  static String shortened(String text, int most) {
    String clean = CONTROL.matcher(text).replaceAll("");
    return clean.length() > most ? clean.substring(0, most) : clean;
  }
}
