package jeton.server.display;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.display.Display;
import jeton.core.display.Frequency;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.display.Visit;
import jeton.server.business.Business;
import jeton.server.form.Form;
import jeton.server.form.VisitorForms;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.springframework.stereotype.Service;

/** Decides from memory which forms show on a page view. */
@Service
class DisplayDesk {
  private final VisitorForms forms;
  private final Offers offers;
  private final Incentives incentives;
  private final Business business;
  private final Clock clock;

  DisplayDesk(
      VisitorForms forms, Offers offers, Incentives incentives, Business business, Clock clock) {
    this.incentives = incentives;
    this.forms = forms;
    this.offers = offers;
    this.business = business;
    this.clock = clock;
  }

  /** A form, its offer, and what was decided. */
  record Decided(Form form, Offer offer, Display.Verdict verdict) {}

  /**
   * What a script tells of a page view. Everything may be missing or made up.
   *
   * @param spots keys of forms the page has a place for
   * @param openers keys of forms something on the page opens
   * @param past per form key: times shown, and when it was closed or declined, as epoch seconds
   * @param done offers signed up for
   * @param visitor a random id of their own; empty where nothing can be kept
   */
  @JsonIgnoreProperties(ignoreUnknown = true)
  record Facts(
      String url,
      String referrer,
      Boolean returning,
      Integer pages,
      Boolean mobile,
      Set<String> spots,
      Set<String> openers,
      Map<String, Past> past,
      Set<String> done,
      String visitor) {
    Facts {
      visitor = visitor == null ? "" : visitor;
      url = url == null ? "" : url;
      referrer = referrer == null ? "" : referrer;
      spots = known(spots);
      openers = known(openers);
      past = withoutNulls(past);
      done = known(done);
      returning = returning != null && returning;
      pages = pages == null ? 1 : pages;
      mobile = mobile != null && mobile;
    }

    private static Set<String> known(Set<String> told) {
      return told == null
          ? Set.of()
          : told.stream().filter(Objects::nonNull).collect(Collectors.toSet());
    }

    private static Map<String, Past> withoutNulls(Map<String, Past> told) {
      Map<String, Past> past = new HashMap<>();
      if (told != null) {
        told.forEach(
            (key, what) -> {
              if (what != null) {
                past.put(key, what);
              }
            });
      }
      return past;
    }
  }

  /** What one visitor went through with one form; 0 for never. */
  @JsonIgnoreProperties(ignoreUnknown = true)
  record Past(Integer shown, Long closed, Long declined) {
    Past {
      shown = shown == null ? 0 : shown;
      closed = closed == null ? 0L : closed;
      declined = declined == null ? 0L : declined;
    }
  }

  /**
   * Every form of every offer, with its verdict; hosted pages and, for visitors, what is off left
   * out.
   */
  List<Decided> decide(Facts facts, boolean withOnesThatAreOff) {
    Map<String, Decided> candidates = new LinkedHashMap<>();
    List<Display.Candidate> asked = new ArrayList<>();
    for (Form form : forms.all(facts.visitor())) {
      if (form.shape() == Shape.FULL_PAGE) {
        continue;
      }
      Offer offer = offers.remembered(form.offerId());
      boolean on = form.on() && incentives.takesSignUps(offer);
      if (on || withOnesThatAreOff) {
        Display.Candidate candidate = candidate(form, on);
        asked.add(candidate);
        candidates.put(form.key(), new Decided(form, offer, null));
      }
    }
    Instant now = clock.instant();
    return Display.decide(asked, visit(facts, now), now, business.now().settings().zoneId())
        .stream()
        .map(verdict -> decided(candidates.get(verdict.form().key()), verdict))
        .toList();
  }

  /** The verdicts for a visitor the owner makes up. */
  List<Decided> test(DisplayApi.Visitor visitor) {
    Instant now = clock.instant();
    Past past =
        new Past(
            visitor.shown(),
            daysAgo(visitor.closedDaysAgo(), now),
            daysAgo(visitor.declinedDaysAgo(), now));
    Map<String, Past> all = new HashMap<>();
    forms.all("").forEach(form -> all.put(form.key(), past));
    Set<String> done =
        visitor.signedUpFor() == null
            ? Set.of()
            : visitor.signedUpFor().map(id -> Set.of(Long.toString(id))).orElse(Set.of());
    Facts facts =
        new Facts(
            visitor.url(),
            visitor.referrer(),
            visitor.returning(),
            visitor.pages(),
            visitor.mobile(),
            Set.of(),
            Set.of(),
            all,
            done,
            "");
    return decide(facts, true);
  }

  private static long daysAgo(Optional<Integer> days, Instant now) {
    return days == null
        ? 0
        : days.map(n -> now.minus(Duration.ofDays(n)).getEpochSecond()).orElse(0L);
  }

  private static Decided decided(Decided open, Display.Verdict verdict) {
    return new Decided(open.form(), open.offer(), verdict);
  }

  private static Display.Candidate candidate(Form form, boolean on) {
    return new Display.Candidate(
        form.key(),
        Long.toString(form.offerId()),
        form.shape(),
        on,
        form.createdAt(),
        form.settings().display());
  }

  private static Visit visit(Facts facts, Instant now) {
    Map<String, Frequency.Past> past = new HashMap<>();
    facts
        .past()
        .forEach(
            (key, p) ->
                past.put(
                    key,
                    new Frequency.Past(
                        moment(p.closed(), now), moment(p.declined(), now), p.shown(), false)));
    int query = facts.url().indexOf('?');
    return new Visit(
        facts.url(),
        facts.referrer(),
        query < 0 ? "" : facts.url().substring(query),
        facts.returning(),
        facts.pages(),
        facts.mobile(),
        facts.done(),
        past);
  }

  /** A visitor's clock may run ahead of ours: nothing was closed in the future. */
  private static Optional<Instant> moment(long epochSecond, Instant now) {
    return epochSecond <= 0
        ? Optional.empty()
        : Optional.of(Instant.ofEpochSecond(Math.min(epochSecond, now.getEpochSecond())));
  }

  /** Whether it shows where it is asked for: in its spot, behind its button, or by itself. */
  static boolean hasPlace(Decided decided, Facts facts) {
    Form form = decided.form();
    if (form.shape() == Shape.IN_PAGE) {
      return facts.spots().contains(form.key());
    }
    boolean byClick = form.settings().display().trigger().kind() == Trigger.Kind.ON_CLICK;
    return !byClick || facts.openers().contains(form.key());
  }
}
