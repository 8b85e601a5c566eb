package jeton.server.form;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.display.Shape;
import jeton.core.form.FormSettings;
import jeton.core.form.FormVersions;
import jeton.core.trial.Tested;
import jeton.server.business.Business;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.offer.OfferMade;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.site.Sites;
import jeton.server.token.Tokens;
import jeton.server.trial.RunningTrials;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Forms: made and saved by the owner, read from memory by visitors. */
@Service
public class Forms {
  private static final int KEY_LENGTH = 16;
  private static final int MOST_FORMS = 40;
  private final FormStore store;
  private final Business business;
  private final Sites sites;
  private final RunningTrials trials;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Remembered<Known> known;

  Forms(
      FormStore store,
      Business business,
      Sites sites,
      RunningTrials trials,
      ConfigurationVersion configuration,
      Clock clock) {
    this.store = store;
    this.business = business;
    this.sites = sites;
    this.trials = trials;
    this.configuration = configuration;
    this.clock = clock;
    known = new Remembered<>(configuration, this::read);
  }

  /** How often a form was seen, and how many people signed up by it. */
  public record Counts(long formId, long views, long signUps) {}

  private record Known(List<Form> all, Map<String, Form> byKey, Map<Long, List<Form>> byOffer) {}

  @EventListener
  void offerMade(OfferMade made) {
    add(
        made.offer().id(),
        Shape.FULL_PAGE,
        true,
        FirstForm.of(made.offer().settings(), business.now().settings().palette()));
  }

  /** The forms of an offer, the hosted page first. */
  public List<Form> of(long offerId) {
    return store.ofOffer(offerId);
  }

  /** A form that must exist. */
  public Form get(long formId) {
    return store.find(formId).orElseThrow(() -> new NotThere("This form"));
  }

  /** A form, unless it was removed. */
  Optional<Form> find(long formId) {
    return store.find(formId);
  }

  /** The form on the offer's own page, as saved. */
  public Form hosted(long offerId) {
    return of(offerId).stream()
        .filter(form -> form.shape() == Shape.FULL_PAGE)
        .findFirst()
        .orElseThrow(() -> new NotThere("This form"));
  }

  /** Every form, from memory. */
  public List<Form> remembered() {
    return known.now().all();
  }

  /** The form on the offer's own page, from memory. */
  public Optional<Form> rememberedHosted(long offerId) {
    return rememberedOf(offerId).stream()
        .filter(form -> form.shape() == Shape.FULL_PAGE)
        .findFirst();
  }

  /** The forms of an offer, the hosted page first, from memory. */
  public List<Form> rememberedOf(long offerId) {
    return known.now().byOffer().getOrDefault(offerId, List.of());
  }

  /** A form by its key, from memory. */
  public Optional<Form> rememberedByKey(String key) {
    return Optional.ofNullable(known.now().byKey().get(key));
  }

  /** Views and sign-ups of an offer's forms. */
  public List<Counts> counts(long offerId) {
    return store.counts(offerId);
  }

  /** Makes a form; it is off until the owner turns it on. */
  @Transactional
  public Form make(long offerId, Shape shape, FormSettings settings) {
    if (shape == Shape.FULL_PAGE) {
      throw new Refused("shape", "one_page", "An offer has one page of its own. Change that one.");
    }
    if (of(offerId).size() >= MOST_FORMS) {
      throw new Refused("shape", "too_many", "An offer has at most 40 forms. Take one out.");
    }
    FormSettings clean = FormText.cleaned(settings);
    Refused.unlessNone(clean.check(checkedAgainst()));
    long id = add(offerId, shape, false, clean);
    configuration.changed();
    return get(id);
  }

  /**
   * Saves a form.
   *
   * @param version the one the change was made from
   */
  @Transactional
  public Form save(long formId, int version, FormSettings settings) {
    FormSettings clean = FormText.cleaned(settings);
    Refused.unlessNone(clean.check(checkedAgainst()));
    if (!FormVersions.areSame(get(formId).settings(), clean)) {
      trials.refuseChange(Tested.FORM, formId, "");
    }
    if (!store.save(formId, version, clean)) {
      throw new ChangedMeanwhile("This form");
    }
    configuration.changed();
    return get(formId);
  }

  /** Has it say what another version of it says, in the caller's transaction. */
  void use(Form form, FormSettings settings) {
    if (!store.save(form.id(), form.version(), settings)) {
      throw new ChangedMeanwhile("This form");
    }
    configuration.changed();
  }

  /** Turns a form on or off. */
  @Transactional
  public Form turn(long formId, boolean on) {
    get(formId);
    store.turn(formId, on);
    configuration.changed();
    return get(formId);
  }

  /** Takes out a form by which nobody signed up. */
  @Transactional
  public void remove(long formId) {
    Form form = get(formId);
    if (form.shape() == Shape.FULL_PAGE) {
      throw new Refused("shape", "one_page", "The offer's own page stays. Turn it off instead.");
    }
    if (!store.remove(formId, clock.instant())) {
      throw new Refused(
          "shape", "has_sign_ups", "People signed up by this form. Turn it off instead.");
    }
    configuration.changed();
  }

  /** Puts a removed form back, with its key and its numbers; one that is there stays as it is. */
  @Transactional
  public void putBack(long offerId, long formId) {
    store.putBack(offerId, formId);
    configuration.changed();
  }

  FormSettings.Known checkedAgainst() {
    return new FormSettings.Known(business.now().settings().fields(), sites.hosts());
  }

  private long add(long offerId, Shape shape, boolean on, FormSettings settings) {
    String key = Tokens.random().substring(0, KEY_LENGTH);
    Instant now = clock.instant();
    return store.add(new Form(0, offerId, key, shape, on, now, settings, 1));
  }

  private Known read() {
    List<Form> all = store.all();
    return new Known(
        all,
        all.stream().collect(Collectors.toMap(Form::key, Function.identity())),
        all.stream().collect(Collectors.groupingBy(Form::offerId)));
  }
}
