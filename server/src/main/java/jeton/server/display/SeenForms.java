package jeton.server.display;

import java.time.Clock;
import java.util.HashSet;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import jeton.server.business.JetonSettings;
import jeton.server.form.Form;
import jeton.server.form.ViewCounter;
import jeton.server.form.VisitorForms;
import jeton.server.request.AskLimit;
import jeton.server.site.Sightings;
import jeton.server.site.Site;
import jeton.server.trial.Seats;
import org.springframework.stereotype.Component;

/** Notes which forms sites have, and which their visitors were shown. */
@Component
class SeenForms {
  private static final int MOST_KEYS = 40;
  private static final int MOST_KEY = 32;
  // From one network: many people share one, a robot is all alone.
  private static final long BURST = 1200;
  private static final long PER_MINUTE = 600;

  private final Sightings sightings;
  private final ViewCounter views;
  private final VisitorForms forms;
  private final AskLimit limit;
  private final boolean trustsOwnMachine;

  SeenForms(
      Sightings sightings,
      ViewCounter views,
      VisitorForms forms,
      Clock clock,
      JetonSettings settings) {
    this.sightings = sightings;
    this.views = views;
    this.forms = forms;
    this.limit = new AskLimit(clock, BURST, PER_MINUTE);
    this.trustsOwnMachine = settings.trustsOwnMachine();
  }

  /** Whether a network may tell of one more page. */
  boolean mayTell(String network) {
    return trustsOwnMachine && network.startsWith("127.") || limit.take(network);
  }

  /**
   * A page with the snippet was opened. Keys on it that name no form (any more) are noted too: the
   * owner is told where they stand.
   */
  void page(Site site, DisplayDesk.Facts facts) {
    sightings.seen(site, "", facts.url());
    Set<String> keys = new HashSet<>(facts.spots());
    keys.addAll(facts.openers());
    keys.stream()
        .limit(MOST_KEYS)
        .filter(key -> key.length() <= MOST_KEY && key.chars().allMatch(c -> c > 32 && c < 127))
        .filter(key -> forms.byKey(key, "").isEmpty())
        .forEach(key -> sightings.seen(site, key, facts.url()));
  }

  /** A visitor was shown a form; a key that names none is passed over. */
  void form(Site site, DisplayDoor.Seen told) {
    String visitor = Objects.requireNonNullElse(told.visitor(), "");
    forms
        .byKey(String.valueOf(told.form()), visitor)
        .ifPresent(
            form -> {
              views.seen(form.id());
              forms.seen(form, visitor);
              sightings.seen(site, form.key(), String.valueOf(told.url()));
            });
  }

  /** The visitor, where it is to be known which of two versions they met. */
  Optional<String> known(Form form, String visitor) {
    return forms.seat(form, visitor).map(Seats.Seat::visitor);
  }
}
