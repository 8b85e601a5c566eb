package jeton.server.signup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import jeton.core.followup.SendTimes;
import jeton.core.form.FieldType;
import jeton.core.people.PersonState;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;
import jeton.core.signup.SignUpDecision;
import jeton.core.signup.SignUpLimits;
import jeton.server.business.Business;
import jeton.server.confirm.Confirmations;
import jeton.server.confirm.Told;
import jeton.server.handover.HandOvers;
import jeton.server.history.History;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.offer.Offer;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.token.Tokens;
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

  private final SignUpStore store;
  private final People people;
  private final Confirmations confirmations;
  private final HandOvers handOvers;
  private final After after;
  private final Map<String, Long> wordings = new ConcurrentHashMap<>();

  SignUps(
      SignUpStore store,
      People people,
      Confirmations confirmations,
      HandOvers handOvers,
      After after) {
    this.store = store;
    this.people = people;
    this.confirmations = confirmations;
    this.handOvers = handOvers;
    this.after = after;
  }

  /** What a sign-up is noted with. */
  @org.springframework.stereotype.Component
  record After(
      AddressScreen screen,
      History history,
      Told told,
      Lists lists,
      Games games,
      Business business,
      TransactionOperations tx,
      Clock clock) {}

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
      Optional<Game.Round> round) {}

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
    Optional<Problem> fault = after.screen().fault(address);
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
    Optional<String> doubt = after.screen().doubt(address);
    return once(offer, new SignUpStore.Row(formId, submission, told, wordingIds, doubt));
  }

  private Outcome once(Offer offer, SignUpStore.Row row) {
    try {
      return after.tx().execute(status -> decide(offer, row));
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

  private Outcome decide(Offer offer, SignUpStore.Row row) {
    Instant now = after.clock().instant();
    boolean confirmationOn = offer.settings().confirm().on();
    PersonState whenNew = confirmationOn ? PersonState.WAITING_TO_CONFIRM : PersonState.ON_THE_LIST;
    People.Met met = people.meet(row.told(), whenNew, now);
    long personId = met.person().id();
    if (!met.isNew() && keepsOn(personId, now)) {
      // As with S4: whoever keeps on at one address reads the same answer.
      return new Outcome.Taken(false, Optional.empty());
    }
    SignUpDecision decision = SignUpDecision.of(met.isNew(), met.person().state(), confirmationOn);
    long signUpId = store.add(new SignUpStore.Meeting(offer.id(), met), row, decision, now);
    after
        .history()
        .note(
            History.Event.of(
                now, History.Kind.SIGNED_UP, personId, offer.id(), offer.settings().name()));
    after.history().noteAll(answered(offer, personId, row.submission().answers(), now));
    // What is handed over has to be known by then. Else what is played for comes last: stock is
    // scarce, and locked until the end.
    boolean first = decision == SignUpDecision.HAND_OVER || offer.settings().handOver().onTheSpot();
    if (first) {
      played(offer, met, row, decision, signUpId);
    }
    boolean handedOver = act(offer, met, decision, signUpId, now);
    if (decision == SignUpDecision.HAND_OVER && met.person().state() != PersonState.ON_THE_LIST) {
      after.lists().join(personId, row.submission().lists(), Optional.of(offer.id()));
    }
    if (met.isNew()) {
      people.cameFrom(personId, row.formId(), shortened(row.submission().page()), campaign(row));
      // What is told of somebody known waits for a confirmation (S12): anybody can type an address.
      after.told().byNew(offer, met.person(), row.submission().answers());
    }
    boolean wasOnTheList = !met.isNew() && met.person().state() == PersonState.ON_THE_LIST;
    Optional<String> pass =
        offer.settings().handOver().onTheSpot()
            ? Optional.of(handOvers.onTheSpot(offer, personId, decision, handedOver))
            : Optional.empty();
    if (!first) {
      played(offer, met, row, decision, signUpId);
    }
    return new Outcome.Taken(wasOnTheList, pass);
  }

  /** Longer texts are written to be read. */
  private List<History.Event> answered(
      Offer offer, long personId, Map<String, String> answers, Instant now) {
    return after.business().now().settings().fields().stream()
        .filter(field -> field.type() == FieldType.LONG_TEXT)
        .filter(field -> !answers.getOrDefault(field.key(), "").isBlank())
        .map(
            field ->
                History.Event.of(
                    now,
                    History.Kind.ANSWERED,
                    personId,
                    offer.id(),
                    field.label() + ": " + answers.get(field.key()).strip()))
        .toList();
  }

  private void played(
      Offer offer, People.Met met, SignUpStore.Row row, SignUpDecision decision, long signUpId) {
    after
        .games()
        .signedUp(
            offer,
            new Game.SignedUp(
                new Game.Sheet(row.formId(), row.submission().submissionKey()),
                met.person(),
                signUpId,
                decision,
                decision == SignUpDecision.HAND_OVER && met.isNew()),
            row.submission().round());
  }

  private boolean keepsOn(long personId, Instant now) {
    return store.countSince(personId, now.minus(SignUpLimits.WINDOW))
        >= SignUpLimits.MOST_IN_WINDOW;
  }

  /** True when something was handed over by email. */
  private boolean act(
      Offer offer, People.Met met, SignUpDecision decision, long signUpId, Instant now) {
    long personId = met.person().id();
    if (decision == SignUpDecision.ASK_TO_CONFIRM) {
      confirmations.ask(offer, met.person(), met.isNew(), signUpId);
      return false;
    }
    if (decision != SignUpDecision.HAND_OVER) {
      return false;
    }
    people.changeState(personId, PersonState.ON_THE_LIST, now);
    boolean may = met.isNew() || handOvers.maySend(personId);
    if (!may && !after.games().isAlwaysHandedOver(offer)) {
      return false;
    }
    handOvers.handOver(
        offer,
        personId,
        may ? HandOvers.Way.BY_EMAIL : HandOvers.Way.BY_EMAIL_WHEN_IT_MAY,
        Optional.empty());
    return true;
  }

  private long wordingId(String wording) {
    return wordings.computeIfAbsent(wording, words -> store.wordingId(Tokens.hash(words), words));
  }

  private static String campaign(SignUpStore.Row row) {
    return shortened(row.submission().campaign(), SignUpStore.MOST_CAMPAIGN);
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
