package jeton.server.handover;

import java.time.Clock;
import jeton.core.people.TagChange;
import jeton.server.followup.Starts;
import jeton.server.history.History;
import jeton.server.incentive.UseListener;
import jeton.server.offer.Offer;
import jeton.server.pass.Passes;
import jeton.server.tagging.Tagging;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;

/**
 * What was given is used (P4, G5), in the caller's transaction with the person's row locked: noted,
 * and what it sets going.
 */
@Service
public class GivenUses {
  private final Passes passes;
  private final Starts starts;
  private final Tagging tagging;
  private final History history;
  private final ObjectProvider<UseListener> listeners;
  private final Clock clock;

  GivenUses(
      Passes passes,
      Starts starts,
      Tagging tagging,
      History history,
      ObjectProvider<UseListener> listeners,
      Clock clock) {
    this.passes = passes;
    this.starts = starts;
    this.tagging = tagging;
    this.history = history;
    this.listeners = listeners;
    this.clock = clock;
  }

  /**
   * What was given was used elsewhere than behind the pass, such as a code in a shop, in the
   * caller's transaction, the person's row locked (G5).
   *
   * @param words how, for the person's history
   */
  public void usedElsewhere(Offer offer, long personId, String words) {
    history.note(
        History.Event.of(clock.instant(), History.Kind.GRANT_USED, personId, offer.id(), words));
    if (passes.usedElsewhere(new Passes.Holder(personId, offer.id()))) {
      used(offer, personId);
    }
  }

  /** What was given was used by looking at it, as {@link #usedElsewhere} (G5). */
  public void usedByLooking(Offer offer, long personId) {
    if (passes.usedElsewhere(new Passes.Holder(personId, offer.id()))) {
      history.note(
          History.Event.of(
              clock.instant(),
              History.Kind.PASS_USED,
              personId,
              offer.id(),
              offer.settings().name()));
      used(offer, personId);
    }
  }

  /** What somebody played came to something that counts, in the caller's transaction (G3). */
  public void cameTo(Offer offer, long personId, String result) {
    passes.result(new Passes.Holder(personId, offer.id()), result);
    starts.cameTo(offer.id(), personId, result);
  }

  /** A pass was used for the first time, in the caller's transaction (P4). */
  public void used(Offer offer, long personId) {
    starts.passUsed(offer.id(), personId);
    tagging.at(TagChange.When.FIRST_USE, offer.settings().handOver().tags(), personId, offer.id());
    listeners.forEach(listener -> listener.used(offer, personId));
  }
}
