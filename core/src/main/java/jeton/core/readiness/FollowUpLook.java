package jeton.core.readiness;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import jeton.core.followup.Condition;
import jeton.core.followup.Plan;
import jeton.core.followup.Standing;
import jeton.core.readiness.Finding.Stop;

/** What would go wrong with the follow-up. */
final class FollowUpLook {
  private static final Duration FAR_OFF = Duration.ofDays(60);
  private final Facts facts;
  private final List<Finding> findings = new ArrayList<>();

  FollowUpLook(Facts facts) {
    this.facts = facts;
  }

  List<Finding> look() {
    if (facts.followUp().paused()) {
      add("sequence_paused", "The follow-up is paused: it sends nothing.", "sequence");
    }
    lookAtSteps();
    lookAtTiming();
    lookAtRules();
    return findings;
  }

  private void lookAtSteps() {
    List<Facts.Written> steps = facts.followUp().steps();
    int lastReady = -1;
    for (int i = 0; i < steps.size(); i++) {
      lastReady = steps.get(i).step().ready() ? i : lastReady;
    }
    for (int i = 0; i < steps.size(); i++) {
      Facts.Written written = steps.get(i);
      String control = "step-" + written.step().id();
      lookAtCondition(written.step().condition(), i, control);
      if (written.step().ready()) {
        findings.addAll(
            new EmailLook(facts, "Follow-up email " + (i + 1), Stop.FOLLOW_UP, control)
                .look(written.email()));
      } else {
        String where =
            i < lastReady ? "in the middle of the follow-up" : "at the end of the follow-up";
        add(
            i < lastReady ? "draft_in_the_middle" : "draft_at_the_end",
            "Email " + (i + 1) + " " + where + " is a draft: nobody gets it yet.",
            control);
      }
    }
  }

  private void lookAtCondition(Condition condition, int i, String control) {
    if (condition.kind().hasTag() && !facts.hasTag(condition.tag())) {
      tagGone("Email " + (i + 1) + " looks at a tag that is gone: ", condition.tag(), control);
    }
  }

  private void lookAtTiming() {
    Facts.Timing timing = facts.timing();
    List<Plan.Due> plan =
        Plan.ahead(facts.followUp().timing(), Standing.start(timing.now()), timing.pace());
    lookForNever(plan);
    if (plan.isEmpty()) {
      return;
    }
    Plan.Due first = plan.get(0);
    boolean nothingBefore = !facts.handOver().byEmail();
    boolean firstHandsOver = facts.followUp().emailOf(first.step()).handsOver();
    if (nothingBefore && firstHandsOver && first.at().isAfter(timing.now())) {
      findings.add(
          Finding.worthALook(
                  "first_not_at_once",
                  "The first email hands it over, but it does not come at once.",
                  Stop.FOLLOW_UP,
                  "step-" + first.step().id())
              .curedBy(new Cure.SendAtOnce(first.step().id())));
    }
    Plan.Due last = plan.get(plan.size() - 1);
    if (last.at().isAfter(timing.now().plus(FAR_OFF))) {
      add(
          "far_off",
          "The last email comes more than 60 days after the sign-up. By then many have forgotten you.",
          "step-" + last.step().id());
    }
  }

  /** A step that counts back from an end too near, or from none (T15). */
  private void lookForNever(List<Plan.Due> plan) {
    for (Facts.Written written : facts.followUp().ready()) {
      boolean comes = plan.stream().anyMatch(due -> due.step().equals(written.step()));
      if (written.step().timing().beforeEnd().isPresent() && !comes) {
        add(
            "never_due",
            "“"
                + written.email().subject()
                + "” counts back from the end, but can never be due: "
                + (facts.timing().end().isEmpty() ? "nothing ends." : "it ends before."),
            "step-" + written.step().id());
      }
    }
  }

  private void lookAtRules() {
    facts
        .followUp()
        .rules()
        .goal()
        .wantedTag()
        .filter(tag -> !facts.hasTag(tag))
        .ifPresent(tag -> tagGone("The follow-up's goal is a tag that is gone: ", tag, "sequence"));
  }

  private void tagGone(String words, String tag, String control) {
    findings.add(
        Finding.worthALook("tag_gone", words + tag + ".", Stop.FOLLOW_UP, control)
            .curedBy(new Cure.MakeTag(tag)));
  }

  private void add(String code, String message, String control) {
    findings.add(Finding.worthALook(code, message, Stop.FOLLOW_UP, control));
  }
}
