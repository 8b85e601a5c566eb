package jeton.core.readiness;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.Step;
import jeton.core.form.Contrast;
import jeton.core.form.FormSettings;
import jeton.core.form.Looks;
import jeton.core.handover.HandOverSettings;
import jeton.core.mail.EmailContent;
import jeton.core.readiness.Finding.Severity;
import jeton.core.readiness.Finding.Stop;

/** What would go wrong with an offer, worst first within each stop. */
public final class Readiness {
  private static final Duration SOON = Duration.ofHours(1);
  private static final Duration NOT_SEEN_FOR = Duration.ofDays(7);

  private final Facts facts;
  private final List<Finding> findings = new ArrayList<>();

  private Readiness(Facts facts) {
    this.facts = facts;
  }

  /**
   * Everything that is looked at.
   *
   * @param files how many files a visitor would get
   * @param business what Setup knows
   * @param forms what asks, the hosted page first
   * @param steps the follow-up in order, with what each email says
   * @param now moment and {@code zone} of a sign-up to judge timing by
   */
  public record Facts(
      int files,
      Business business,
      List<Asking> forms,
      ConfirmSettings confirm,
      HandOverSettings handOver,
      List<FollowUp> steps,
      Instant now,
      ZoneId zone) {}

  /** What Setup knows. */
  public record Business(String postalAddress, String senderName, String senderEmail) {}

  /**
   * A form.
   *
   * @param seenAt when a site last showed it; empty for never, and for the hosted page
   */
  public record Asking(
      String key, Shape shape, boolean on, FormSettings settings, Optional<Instant> seenAt) {}

  /** A step and its email. */
  public record FollowUp(Step step, EmailContent email) {}

  /** The findings, in the order of the track. */
  public static List<Finding> of(Facts facts) {
    return new Readiness(facts).look();
  }

  /** Whether an offer may go live. */
  public static boolean mayGoLive(List<Finding> findings) {
    return findings.stream().noneMatch(finding -> finding.severity() == Severity.GRAVE);
  }

  private List<Finding> look() {
    when(
        facts.files() == 0, grave("no_file", "There is no file to hand over.", Stop.GIVE, "files"));
    lookAtSetup();
    lookAtAsk();
    lookAtConfirm();
    lookAtHandOver();
    lookAtFollowUp();
    return List.copyOf(findings);
  }

  private void lookAtSetup() {
    when(
        facts.business().postalAddress().isBlank(),
        grave(
            "no_postal_address",
            "Your postal address is missing. Every email must carry one.",
            Stop.SETUP,
            "postalAddress"));
    when(
        facts.business().senderEmail().isBlank() || facts.business().senderName().isBlank(),
        grave(
            "no_sender",
            "Emails have no sender yet: a name and an address.",
            Stop.SETUP,
            "sender"));
  }

  private void lookAtAsk() {
    List<Asking> on = facts.forms().stream().filter(Asking::on).toList();
    when(
        on.isEmpty(),
        look("no_form_on", "Every form is off, so nobody can sign up.", Stop.ASK, "forms"));
    for (Asking form : on) {
      Looks looks = form.settings().looks();
      when(
          looks.inkContrast() < Contrast.ENOUGH || looks.buttonContrast() < Contrast.ENOUGH,
          look(
              "low_contrast",
              "The colours of “" + form.settings().name() + "” are too close to read easily.",
              Stop.ASK,
              "form-" + form.key()));
      lookWhetherSeen(form);
    }
    lookForTwoThatInterrupt(on);
  }

  private void lookWhetherSeen(Asking form) {
    if (form.shape() == Shape.FULL_PAGE) {
      return;
    }
    String name = "“" + form.settings().name() + "”";
    if (form.seenAt().isEmpty()) {
      findings.add(
          look(
              "never_seen",
              name + " was never seen on a site. Is it in its place, and the snippet too?",
              Stop.ASK,
              "form-" + form.key()));
    } else if (form.seenAt().get().isBefore(facts.now().minus(NOT_SEEN_FOR))) {
      findings.add(
          look(
              "not_seen_lately",
              name + " was not seen on a site for 7 days.",
              Stop.ASK,
              "form-" + form.key()));
    }
  }

  /** One form that interrupts is enough on any page; the other waits for a page of its own. */
  private void lookForTwoThatInterrupt(List<Asking> on) {
    List<Asking> interrupting =
        on.stream()
            .filter(form -> form.shape().interrupts())
            .filter(form -> form.settings().display().trigger().kind() != Trigger.Kind.ON_CLICK)
            .toList();
    for (int i = 0; i < interrupting.size(); i++) {
      for (int k = i + 1; k < interrupting.size(); k++) {
        Asking one = interrupting.get(i);
        Asking other = interrupting.get(k);
        when(
            one.settings().display().pages().meet(other.settings().display().pages()),
            look(
                "two_interrupt",
                "“"
                    + one.settings().name()
                    + "” and “"
                    + other.settings().name()
                    + "” would interrupt on the same page. Only one of them shows.",
                Stop.ASK,
                "form-" + other.key()));
      }
    }
  }

  private void lookAtConfirm() {
    when(
        !facts.confirm().on(),
        look(
            "confirmation_off",
            "Nobody is asked to confirm, so anyone can enter somebody else's address.",
            Stop.CONFIRM,
            "on"));
    if (facts.confirm().on()) {
      lookAtEmail(facts.confirm().email(), "The confirmation email", Stop.CONFIRM, "email");
    }
  }

  private void lookAtHandOver() {
    boolean onPage = facts.confirm().on() && facts.confirm().opensIncentive();
    boolean byStep = ready().stream().anyMatch(step -> step.email().handsOver());
    when(
        !onPage && !facts.handOver().onTheSpot() && !facts.handOver().byEmail() && !byStep,
        look(
            "nothing_hands_over",
            "Nothing hands it over: neither the confirmed page nor an email.",
            Stop.HAND_OVER,
            "byEmail"));
    when(
        facts.handOver().onTheSpot() && facts.confirm().on(),
        look(
            "on_the_spot",
            "It is handed over on the spot, so anybody gets it with any address.",
            Stop.HAND_OVER,
            "onTheSpot"));
    when(
        onPage && !facts.handOver().byEmail() && !byStep,
        look(
            "page_only",
            "Only the confirmed page hands it over. Whoever closes it has no link by email.",
            Stop.HAND_OVER,
            "byEmail"));
    if (facts.handOver().byEmail()) {
      lookAtEmail(facts.handOver().email(), "The delivery email", Stop.HAND_OVER, "email");
    }
    lookForTwoThatHandOver();
  }

  private void lookForTwoThatHandOver() {
    List<Instant> moments = new ArrayList<>();
    if (facts.handOver().byEmail()) {
      moments.add(facts.now());
    }
    for (Plan.Due due : Plan.ahead(steps(), Progress.START, facts.now(), facts.zone())) {
      if (emailOf(due.step()).handsOver()) {
        moments.add(due.at());
      }
    }
    boolean close =
        IntStream.range(1, moments.size())
            .anyMatch(i -> !moments.get(i).isAfter(moments.get(i - 1).plus(SOON)));
    when(
        close,
        look(
            "two_hand_over",
            "Two emails hand it over within an hour. One of them is enough.",
            Stop.FOLLOW_UP,
            "steps"));
  }

  private void lookAtFollowUp() {
    List<FollowUp> steps = facts.steps();
    int lastReady = -1;
    for (int i = 0; i < steps.size(); i++) {
      lastReady = steps.get(i).step().ready() ? i : lastReady;
    }
    for (int i = 0; i < steps.size(); i++) {
      FollowUp followUp = steps.get(i);
      String control = "step-" + followUp.step().id();
      if (followUp.step().ready()) {
        lookAtEmail(followUp.email(), "Follow-up email " + (i + 1), Stop.FOLLOW_UP, control);
      } else {
        String where =
            i < lastReady ? "in the middle of the follow-up" : "at the end of the follow-up";
        findings.add(
            look(
                i < lastReady ? "draft_in_the_middle" : "draft_at_the_end",
                "Email " + (i + 1) + " " + where + " is a draft: nobody gets it yet.",
                Stop.FOLLOW_UP,
                control));
      }
    }
  }

  private void lookAtEmail(EmailContent email, String what, Stop stop, String control) {
    when(
        email.subject().isBlank(), look("empty_subject", what + " has no subject.", stop, control));
    for (String link : email.deadLinks()) {
      String words =
          link.isBlank() ? "a link without an address" : "a link that leads nowhere: " + link;
      findings.add(look("dead_link", what + " has " + words + ".", stop, control));
    }
  }

  private List<FollowUp> ready() {
    return facts.steps().stream().filter(followUp -> followUp.step().ready()).toList();
  }

  private List<Step> steps() {
    return facts.steps().stream().map(FollowUp::step).toList();
  }

  private EmailContent emailOf(Step step) {
    return facts.steps().stream()
        .filter(followUp -> followUp.step().equals(step))
        .findFirst()
        .orElseThrow()
        .email();
  }

  private void when(boolean wrong, Finding finding) {
    if (wrong) {
      findings.add(finding);
    }
  }

  private static Finding grave(String code, String message, Stop stop, String control) {
    return new Finding(code, Severity.GRAVE, message, stop, control);
  }

  private static Finding look(String code, String message, Stop stop, String control) {
    return new Finding(code, Severity.WORTH_A_LOOK, message, stop, control);
  }
}
