package jeton.server.incentive;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.core.handover.Letter;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.offer.OfferKind;
import jeton.core.rehearsal.Visitor;
import jeton.server.email.GiftSource;
import jeton.server.offer.Offer;

/**
 * The face that one kind of offer shows. Whatever concerns all kinds asks this; nothing outside a
 * kind's room asks which kind it is.
 */
public interface Face {

  /** The kind it belongs to. */
  OfferKind kind();

  /** Who is given something, and why. */
  enum Occasion {
    /** A sign-up counts. */
    SIGN_UP,
    /** The very answer to a sign-up, which may not count yet. */
    ON_THE_SPOT,
    /** A further link to what was given before. */
    AGAIN
  }

  /**
   * What was given.
   *
   * @param words of what is personal, such as a code; empty where nothing is
   * @param endsAt its last moment, where it ends by itself
   * @param letter whether an email delivers it
   * @param given its number in its kind's own tables, which the pass stands for; empty for none
   */
  record Grant(String words, Optional<Instant> endsAt, Letter letter, Optional<Long> given) {
    /** Nothing personal. */
    public static final Grant COMMON = new Grant("", Optional.empty(), Letter.AS_SET);

    /** One that no pass needs to tell from others. */
    public Grant(String words, Optional<Instant> endsAt, Letter letter) {
      this(words, endsAt, letter, Optional.empty());
    }
  }

  /** Gives what is personal, in the hand-over's transaction, the person's row locked (G2, G4). */
  default Grant grant(Offer offer, long personId, Occasion occasion) {
    return Grant.COMMON;
  }

  /**
   * For whom it is shown.
   *
   * @param personId empty for a made-up visitor
   * @param pass address of the pass, {@code /g/{token}}
   * @param given what the pass stands for, as the grant told it
   * @param played what a made-up visitor sent, with an offer that is played first
   */
  record View(
      Optional<Long> personId, String pass, Optional<Long> given, Map<String, String> played) {
    /** As a made-up visitor sees it, in a preview or a rehearsal. */
    public static final View SAMPLE = sample(Map.of());

    /** As a made-up visitor sees it who played this. */
    public static View sample(Map<String, String> played) {
      return new View(Optional.empty(), "#", Optional.empty(), played);
    }
  }

  /** What a holder sees. */
  List<Part> show(Offer offer, View view);

  /** What stands on the pass's own page, where that is more than what is shown elsewhere. */
  default List<Part> showOnPage(Offer offer, View view) {
    return show(offer, view);
  }

  /** Heading and first words of the pass's own page. */
  default PageWords pageWords(Offer offer) {
    return offer.settings().handOver().page();
  }

  /** How a file behind the pass may be had. */
  enum Way {
    /** Not at all. */
    NOT,
    /** Not yet. */
    NOT_YET,
    /** To keep: a use (P2). */
    KEPT,
    /** Played where it stands: a use (P2). */
    PLAYED,
    /** Along with what is played, such as captions: no use of its own. */
    ALONG
  }

  /** How this file may be had by this person now. */
  default Way way(Offer offer, long personId, Offer.OfferFile file) {
    return Way.NOT;
  }

  /** Whether a kept picture is among what this person is shown now. */
  default boolean showsPicture(Offer offer, long personId, String hash) {
    return false;
  }

  /** A use of a file has begun, in its transaction, the person's row locked. */
  default void began(Offer offer, long personId, Offer.OfferFile file) {}

  /** What a person did with it, in lines for the owner. */
  default List<String> ofPerson(Offer offer, long personId) {
    return List.of();
  }

  /** What an email's own block shows: values that differ from reader to reader are fill-ins. */
  default List<Part> showInEmail(Offer offer) {
    return show(offer, View.SAMPLE);
  }

  /** What fill-ins stand for, for each of these who was given something of this kind. */
  default Map<Long, Map<String, String>> told(Map<Long, GiftSource.Holder> holders) {
    return Map.of();
  }

  /**
   * What they stand for when a made-up person reads.
   *
   * @param played what they sent, with an offer that is played first
   */
  default Map<String, String> sample(Offer offer, Map<String, String> played) {
    return Map.of();
  }

  /** What a made-up visitor comes to who sends this, with an offer that is played first. */
  default Optional<Visitor.Played> comesTo(Offer offer, Map<String, String> played) {
    return Optional.empty();
  }

  /** What keeps it from being given, or soon will. */
  default List<Lack> missing(Offer offer) {
    return offer.settings().gives().missing();
  }

  /** Whether sign-ups are taken: a kind may have run out of what it gives. */
  default boolean isToBeHad(Offer offer) {
    return true;
  }

  /**
   * What the page behind a pass tells that its holder did.
   *
   * @param what one word; unknown ones are passed over
   * @param more details, never trusted
   * @param given what the pass stands for, as the grant told it
   * @param byEmail whether they came by a link in an email: then the mailbox is theirs
   */
  record Told(String what, String more, Optional<Long> given, boolean byEmail) {
    /** The same of what another offer gives along with this one. */
    public Told aboutAnother() {
      return new Told(what, more, Optional.empty(), byEmail);
    }
  }

  /**
   * The page behind a pass tells what its holder does with it.
   *
   * @return whether that is a use of the whole (G5)
   */
  default boolean told(Offer offer, long personId, Told told) {
    return false;
  }
}
