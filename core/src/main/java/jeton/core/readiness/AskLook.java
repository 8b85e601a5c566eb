package jeton.core.readiness;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import jeton.core.display.Pages;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.Contrast;
import jeton.core.form.Looks;
import jeton.core.readiness.Finding.Stop;

/** What would go wrong with the forms. */
final class AskLook {
  private static final Duration NOT_SEEN_FOR = Duration.ofDays(7);
  private final Facts facts;
  private final List<Finding> findings = new ArrayList<>();

  AskLook(Facts facts) {
    this.facts = facts;
  }

  List<Finding> look() {
    List<Facts.Asking> on = facts.forms().stream().filter(Facts.Asking::on).toList();
    when(
        on.isEmpty(),
        Finding.worthALook(
                "no_form_on", "Every form is off, so nobody can sign up.", Stop.ASK, "forms")
            .curedBy(new Cure.TurnHostedPageOn()));
    for (Facts.Asking form : on) {
      Looks looks = form.settings().looks();
      when(
          looks.inkContrast() < Contrast.ENOUGH || looks.buttonContrast() < Contrast.ENOUGH,
          finding(
              form,
              "low_contrast",
              "The colours of “" + form.settings().name() + "” are too close to read easily."));
      lookForLists(form);
      lookWhetherReached(form);
    }
    lookForTwoThatInterrupt(on);
    return findings;
  }

  private void lookForLists(Facts.Asking form) {
    String name = "“" + form.settings().name() + "”";
    when(
        form.settings().allLists().stream().noneMatch(facts.lists()::contains),
        finding(
            form,
            "no_list",
            name + " puts nobody on a list: no email to many ever reaches who signs up there."));
  }

  private void lookWhetherReached(Facts.Asking form) {
    if (form.shape() == Shape.FULL_PAGE) {
      return;
    }
    String name = "“" + form.settings().name() + "”";
    LocalDate today = LocalDate.ofInstant(facts.timing().now(), facts.timing().zone());
    Pages pages = form.settings().display().pages();
    boolean over =
        form.settings().display().season().to().filter(last -> last.isBefore(today)).isPresent();
    boolean nowhere = !pages.onlyOn().isEmpty() && !pages.meet(pages);
    if (over) {
      findings.add(
          finding(form, "form_over", name + " is past its last day: nobody can reach it.")
              .curedBy(new Cure.TakeLastDayOut(form.key())));
    } else if (nowhere) {
      findings.add(
          finding(
              form,
              "form_nowhere",
              name + " shows on no page at all: where it may show, it also may not."));
    } else {
      lookWhetherSeen(form, name);
    }
  }

  private void lookWhetherSeen(Facts.Asking form, String name) {
    if (form.seenAt().isEmpty()) {
      findings.add(
          finding(
              form,
              "never_seen",
              name + " was never seen on a site. Is it in its place, and the snippet too?"));
    } else if (isLongAgo(form.seenAt().get())) {
      findings.add(finding(form, "not_seen_lately", name + " was not seen on a site for 7 days."));
    }
  }

  private boolean isLongAgo(Instant seen) {
    return seen.isBefore(facts.timing().now().minus(NOT_SEEN_FOR));
  }

  /** One form that interrupts is enough on any page; the other waits for a page of its own. */
  private void lookForTwoThatInterrupt(List<Facts.Asking> on) {
    List<Facts.Asking> interrupting =
        on.stream()
            .filter(form -> form.shape().interrupts())
            .filter(form -> form.settings().display().trigger().kind() != Trigger.Kind.ON_CLICK)
            .toList();
    for (int i = 0; i < interrupting.size(); i++) {
      for (int k = i + 1; k < interrupting.size(); k++) {
        Facts.Asking one = interrupting.get(i);
        Facts.Asking other = interrupting.get(k);
        when(
            one.settings().display().pages().meet(other.settings().display().pages()),
            finding(
                other,
                "two_interrupt",
                "“"
                    + one.settings().name()
                    + "” and “"
                    + other.settings().name()
                    + "” would interrupt on the same page. Only one of them shows."));
      }
    }
  }

  private static Finding finding(Facts.Asking form, String code, String message) {
    return Finding.worthALook(code, message, Stop.ASK, "form-" + form.key());
  }

  private void when(boolean wrong, Finding finding) {
    if (wrong) {
      findings.add(finding);
    }
  }
}
