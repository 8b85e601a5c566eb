package jeton.server.offer;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.email.FillIns;
import jeton.core.handover.HandOverSettings;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.offer.Slug;
import jeton.server.business.Business;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.history.History;
import jeton.server.markup.BodyHtml;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Offers: made, changed, live or paused. */
@Service
public class Offers {
  private final OfferStore store;
  private final ConfigurationVersion configuration;
  private final History history;
  private final ApplicationEventPublisher events;
  private final Business business;
  private final Clock clock;
  private final Remembered<Known> known;

  Offers(
      OfferStore store,
      ConfigurationVersion configuration,
      History history,
      ApplicationEventPublisher events,
      Business business,
      Clock clock) {
    this.store = store;
    this.configuration = configuration;
    this.history = history;
    this.events = events;
    this.business = business;
    this.clock = clock;
    known = new Remembered<>(configuration, this::read);
  }

  private FillIns fillIns() {
    return business.now().settings().fillIns();
  }

  private record Known(List<Offer> all, Map<Long, Offer> byId, Map<String, Offer> bySlug) {}

  private Known read() {
    List<Offer> all = store.all();
    return new Known(
        all,
        all.stream().collect(Collectors.toMap(Offer::id, Function.identity())),
        all.stream().collect(Collectors.toMap(o -> o.settings().slug(), Function.identity())));
  }

  /** All offers from memory, newest first: at most a second or two behind another instance. */
  public List<Offer> known() {
    return known.now().all();
  }

  /** An offer that must exist. */
  public Offer get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This offer"));
  }

  /** An offer from memory, if there is one: at most a second or two behind another instance. */
  public Optional<Offer> find(long id) {
    return Optional.ofNullable(known.now().byId().get(id)).or(() -> store.find(id));
  }

  /**
   * The offer at {@code /o/{slug}}, from memory: at most a second or two behind another instance.
   */
  public Optional<Offer> bySlug(String slug) {
    return Optional.ofNullable(known.now().bySlug().get(slug));
  }

  /**
   * An offer from memory: at most a second or two behind another instance. One that is not
   * remembered may just have been made there.
   */
  public Offer remembered(long id) {
    return find(id).orElseThrow(() -> new NotThere("This offer"));
  }

  /** Makes a draft with first words, a hosted form and an empty follow-up. */
  @Transactional
  public Offer make(String name, OfferKind kind) {
    OfferSettings settings = FirstWords.of(name.strip(), freeSlug(name), kind.blank());
    Refused.unlessNone(settings.check(fillIns()));
    Offer offer = get(store.add(settings, kind, clock.instant()));
    events.publishEvent(new OfferMade(offer));
    configuration.changed();
    return offer;
  }

  /**
   * Saves what the owner decided.
   *
   * @param version the one the change was made from
   */
  @Transactional
  public Offer save(long id, int version, OfferSettings settings) {
    Offer before = get(id);
    OfferSettings clean = checked(settings);
    if (!clean.gives().getClass().equals(before.settings().gives().getClass())) {
      throw new Refused("gives", "another_kind", "What it gives is of another kind by now.");
    }
    events.publishEvent(new OfferSaving(before, clean));
    try {
      if (!store.save(id, version, clean, clock.instant())) {
        throw new ChangedMeanwhile("This offer");
      }
    } catch (DuplicateKeyException taken) {
      throw new Refused(
          "slug",
          "slug_taken",
          "Another offer already has the address /o/" + settings.slug() + ".");
    }
    configuration.changed();
    return get(id);
  }

  /**
   * Has an offer give something else, while it is a draft that nobody has signed up for. What was
   * set for the other kind is kept until then (G1).
   */
  @Transactional
  public Offer changeKind(long id, OfferKind kind) {
    if (get(id).kind() != kind) {
      if (!store.changeKind(id, kind, clock.instant())) {
        throw new Refused(
            "kind",
            "kind_is_fixed",
            "People have signed up for this, so what it gives stays. Make another offer instead.");
      }
      configuration.changed();
    }
    return get(id);
  }

  /**
   * Opens or closes an offer for sign-ups. Whether it may go live is judged by the caller
   * (readiness).
   */
  @Transactional
  public Offer changeState(long id, OfferState state) {
    Offer offer = get(id);
    if (offer.state() != state) {
      Instant now = clock.instant();
      store.changeState(id, state, now);
      if (state == OfferState.LIVE || state == OfferState.PAUSED) {
        var kind = state == OfferState.LIVE ? History.Kind.OFFER_LIVE : History.Kind.OFFER_PAUSED;
        history.note(new History.Event(now, kind, Optional.empty(), Optional.of(id), ""));
      }
      configuration.changed();
    }
    return get(id);
  }

  /**
   * As they would be kept.
   *
   * @throws Refused with what is wrong with them
   */
  public OfferSettings checked(OfferSettings settings) {
    OfferSettings clean = cleaned(settings);
    Refused.unlessNone(clean.check(fillIns()));
    return clean;
  }

  private static OfferSettings cleaned(OfferSettings settings) {
    ConfirmSettings c = settings.confirm();
    HandOverSettings h = settings.handOver();
    return new OfferSettings(
        settings.name().strip(),
        settings.slug(),
        c.withEmail(BodyHtml.cleaned(c.email())),
        h.withEmail(BodyHtml.cleaned(h.email())),
        settings.gives());
  }

  private String freeSlug(String name) {
    String wanted = Slug.of(name).orElse("offer");
    String slug = wanted;
    for (int n = 2; store.slugTaken(slug); n++) {
      String suffix = "-" + n;
      slug = wanted.substring(0, Math.min(wanted.length(), Slug.MOST - suffix.length())) + suffix;
    }
    return slug;
  }
}
