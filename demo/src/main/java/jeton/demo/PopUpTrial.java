package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.BiConsumer;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.trial.Measure;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.site.Site;
import jeton.server.trial.RunningTrials;
import jeton.server.trial.TrialContent;
import jeton.server.trial.Trials;
import jeton.server.trial.VersionTrial;
import org.springframework.stereotype.Component;

/** Two versions of the pop-up, tried for thirteen days: the second does a little better. */
@Component
class PopUpTrial {
  private static final int DAYS = 13;
  private static final int A_DAY = 44;
  private static final List<String> PAGES = List.of("/", "/papers", "/threads", "/journal");
  private final Trials trials;
  private final RunningTrials running;
  private final Forms forms;
  private final Strangers strangers = new Strangers(61);
  private final Random chance = new Random(67);

  PopUpTrial(Trials trials, RunningTrials running, Forms forms) {
    this.trials = trials;
    this.running = running;
    this.forms = forms;
  }

  private Form popUp() {
    return forms.remembered().stream()
        .filter(form -> form.settings().name().equals(QuireAndThread.POP_UP))
        .findFirst()
        .orElseThrow();
  }

  void plan(Visitor visitor, Site site, Instant now, BiConsumer<Instant, Runnable> later) {
    Instant begins = now.minus(Duration.ofDays(DAYS));
    later.accept(begins, this::begin);
    for (int day = 0; day < DAYS; day++) {
      int people = A_DAY + chance.nextInt(A_DAY / 2);
      later.accept(
          begins.plus(Duration.ofHours(24L * day + 6)),
          () -> {
            for (int n = 0; n < people; n++) {
              visitor.pass(site, PAGES.get(n % PAGES.size()), popUp().key(), strangers.next());
            }
          });
    }
  }

  private void begin() {
    Form form = popUp();
    VersionTrial draft = trials.make(Tested.FORM, form.id());
    FormSettings a = form.settings();
    FormWords words = a.words();
    FormSettings b =
        a.withWords(
            new FormWords(
                "Your first notebook, planned for you",
                words.text(),
                List.of("Twelve pages, one evening", "What to buy, and where to begin"),
                "Send me the plan",
                words.noThanks(),
                words.smallPrint(),
                words.halfWay()));
    trials.save(
        draft.id(),
        draft.version(),
        new TrialSettings(Trial.ALL / 2, Measure.SIGNED_UP, false),
        TrialContent.of(b));
    trials.start(draft.id());
  }

  /** Somebody who signs up by the pop-up: three in five of them met the second version. */
  String stranger() {
    Optional<VersionTrial> trial = running.running(Tested.FORM, popUp().id());
    Trial.Version version = chance.nextInt(5) < 3 ? Trial.Version.B : Trial.Version.A;
    return strangers.next(id -> trial.map(t -> t.versionFor(id) == version).orElse(true));
  }
}
