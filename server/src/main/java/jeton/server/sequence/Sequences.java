package jeton.server.sequence;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.followup.Start;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.offer.OfferMade;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sequences: there to be read, made, and chosen for an offer (T7). */
@Service
public class Sequences {
  private final SequenceStore store;
  private final SequenceFillIns fillIns;
  private final ConfigurationVersion configuration;
  private final Remembered<Known> known;

  Sequences(SequenceStore store, SequenceFillIns fillIns, ConfigurationVersion configuration) {
    this.store = store;
    this.fillIns = fillIns;
    this.configuration = configuration;
    known = new Remembered<>(configuration, this::read);
  }

  /**
   * All sequences as they were last read.
   *
   * @param others those that something else than a sign-up starts
   * @param byOffer the one that follows each offer
   * @param offers those that each follows, oldest first
   */
  private record Known(
      List<Sequence> all,
      List<Sequence> others,
      Map<Long, Sequence> byOffer,
      Map<Long, List<Long>> offers) {}

  private Known read() {
    List<Sequence> all = store.all();
    Map<Long, Sequence> byId =
        all.stream().collect(Collectors.toMap(Sequence::id, Function.identity()));
    Map<Long, Sequence> byOffer = new TreeMap<>();
    store
        .following()
        .forEach((offer, id) -> Optional.ofNullable(byId.get(id)).map(s -> byOffer.put(offer, s)));
    return new Known(
        all,
        all.stream().filter(s -> s.rules().start().kind() != Start.Kind.SIGN_UP).toList(),
        byOffer,
        byOffer.keySet().stream().collect(Collectors.groupingBy(o -> byOffer.get(o).id())));
  }

  /** The follow-up of an offer, which several can share. */
  public Sequence ofOffer(long offerId) {
    return store.ofOffer(offerId).orElseThrow(() -> new NotThere("This follow-up"));
  }

  /** A sequence that must exist. */
  public Sequence get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This sequence"));
  }

  /** All of them from memory, oldest first: at most a second or two behind another instance. */
  public List<Sequence> remembered() {
    return known.now().all();
  }

  /** The follow-up of an offer, from memory. */
  public Optional<Sequence> rememberedOf(long offerId) {
    return Optional.ofNullable(known.now().byOffer().get(offerId));
  }

  /** The offers that a sequence follows, from memory. */
  public List<Long> rememberedOffers(long id) {
    return known.now().offers().getOrDefault(id, List.of());
  }

  /** The follow-up of an offer as it is now; empty when the offer has none. */
  public Optional<Sequence> following(long offerId) {
    return store.ofOffer(offerId);
  }

  /** Sequences that something else than a sign-up starts; from memory. */
  public List<Sequence> others() {
    return known.now().others();
  }

  /** The offers that a sequence follows. */
  public List<Long> offers(long id) {
    return store.offers(id);
  }

  /** How many steps of all sequences send each of these emails. */
  public Map<Long, Long> uses(List<Long> emailIds) {
    return store.uses(emailIds);
  }

  @EventListener
  void offerMade(OfferMade made) {
    long offerId = made.offer().id();
    long id = store.add(Optional.of(offerId), "After " + made.offer().settings().name());
    store.follows(offerId, id);
  }

  /** Makes an empty sequence that stands on its own. */
  @Transactional
  public Sequence make(String name) {
    SequenceDraft draft = new SequenceDraft(name.strip(), List.of());
    Refused.unlessNone(draft.check(fillIns.common()));
    long id = store.add(Optional.empty(), draft.name());
    configuration.changed();
    return get(id);
  }

  /** Has an offer followed by another sequence. Who is on the way of the old one goes on there. */
  @Transactional
  public Sequence follow(long offerId, long sequenceId) {
    Sequence chosen = get(sequenceId);
    store.follows(offerId, chosen.id());
    configuration.changed();
    return chosen;
  }

  /** These as they are now, by number. */
  public Map<Long, Sequence> byIds(Collection<Long> ids) {
    return store.byIds(ids);
  }

  /** The list each of these is sent for (L2). */
  public Map<Long, Long> listsOf(Collection<Long> ids) {
    return store.listsOf(ids);
  }

  /**
   * Notes that one rests, or goes on, in the caller's transaction, with its row locked (T14).
   *
   * @param since when it began to rest; empty to let it go on
   * @return false when it was so already
   */
  public boolean pause(long id, Optional<Instant> since) {
    get(id);
    store.lock(id);
    boolean changed = store.pause(id, since);
    if (changed) {
      configuration.changed();
    }
    return changed;
  }
}
