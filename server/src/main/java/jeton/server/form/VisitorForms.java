package jeton.server.form;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import jeton.core.form.FormVersions;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.server.trial.RunningTrials;
import jeton.server.trial.Seats;
import org.springframework.stereotype.Component;

/**
 * Forms from memory, each in the version that a visitor meets (X1). A visitor is known by a random
 * id of their own; one without meets version A, and is not counted.
 */
@Component
public class VisitorForms {
  /** What a form sends along while two versions of it are tried. */
  static final String VISITOR = "visitor";

  private static final Pattern ID = Pattern.compile("[A-Za-z0-9_-]{20,32}");
  private final Forms forms;
  private final RunningTrials trials;
  private final Seats seats;

  VisitorForms(Forms forms, RunningTrials trials, Seats seats) {
    this.forms = forms;
    this.trials = trials;
    this.seats = seats;
  }

  /** Whether this can be the id of a visitor. */
  public static boolean isId(String visitor) {
    return ID.matcher(visitor).matches();
  }

  /** Every form. */
  public List<Form> all(String visitor) {
    return forms.remembered().stream().map(form -> met(form, visitor)).toList();
  }

  /** A form by its key. */
  public Optional<Form> byKey(String key, String visitor) {
    return forms.rememberedByKey(key).map(form -> met(form, visitor));
  }

  /** The form on the offer's own page. */
  Optional<Form> hosted(long offerId, String visitor) {
    return forms.rememberedHosted(offerId).map(form -> met(form, visitor));
  }

  /** Whether two versions of it are tried. */
  boolean isTried(Form form) {
    return trials.running(Tested.FORM, form.id()).isPresent();
  }

  /** What this visitor is before, where two versions are tried. */
  public Optional<Seats.Seat> seat(Form form, String visitor) {
    return isId(visitor)
        ? trials.running(Tested.FORM, form.id()).map(trial -> Seats.Seat.of(trial, visitor))
        : Optional.empty();
  }

  /** Counts the visitor with the version they saw. */
  public void seen(Form form, String visitor) {
    seat(form, visitor).ifPresent(seats::seen);
  }

  private Form met(Form form, String visitor) {
    return isId(visitor)
        ? trials
            .running(Tested.FORM, form.id())
            .filter(trial -> trial.versionFor(visitor) == Trial.Version.B)
            .flatMap(trial -> trial.other().form())
            .map(b -> form.with(FormVersions.withOther(form.settings(), b)))
            .orElse(form)
        : form;
  }
}
