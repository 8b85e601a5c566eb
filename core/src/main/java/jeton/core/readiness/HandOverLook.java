package jeton.core.readiness;

import static jeton.core.readiness.Finding.grave;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import jeton.core.followup.Plan;
import jeton.core.followup.Standing;
import jeton.core.people.TagChange;
import jeton.core.readiness.Finding.Stop;

/** What would go wrong where the offer is handed over. */
final class HandOverLook {
  private static final Duration SOON = Duration.ofHours(1);
  private final Facts facts;
  private final List<Finding> findings = new ArrayList<>();

  HandOverLook(Facts facts) {
    this.facts = facts;
  }

  List<Finding> look() {
    boolean onPage = facts.confirm().on() && facts.confirm().opensIncentive();
    boolean byEmail = facts.handOver().byEmail() && facts.handOver().email().handsOver();
    boolean byStep = facts.followUp().ready().stream().anyMatch(s -> s.email().handsOver());
    when(
        !onPage && !facts.handOver().onTheSpot() && !byEmail && !byStep,
        grave(
                "nothing_hands_over",
                "Nothing hands it over: neither the confirmed page nor an email.",
                Stop.HAND_OVER,
                "byEmail")
            .curedBy(new Cure.SendDelivery()));
    when(
        facts.handOver().onTheSpot() && facts.confirm().on(),
        Finding.worthALook(
            "on_the_spot",
            "It is handed over on the spot, so anybody gets it with any address.",
            Stop.HAND_OVER,
            "onTheSpot"));
    when(
        onPage && !byEmail && !byStep,
        Finding.worthALook(
                "page_only",
                "Only the confirmed page hands it over. Whoever closes it has no link by email.",
                Stop.HAND_OVER,
                "byEmail")
            .curedBy(new Cure.SendDelivery()));
    if (facts.handOver().byEmail()) {
      lookAtDelivery();
    }
    lookForTwoThatHandOver();
    facts.handOver().tags().forEach(this::lookAtTag);
    return findings;
  }

  private void lookAtDelivery() {
    when(
        !facts.handOver().email().handsOver(),
        Finding.worthALook(
                "delivery_without_pass",
                "The delivery email carries no pass: no button, file link or block leads to it.",
                Stop.HAND_OVER,
                "email")
            .curedBy(new Cure.PutPassIn()));
    findings.addAll(
        new EmailLook(facts, "The delivery email", Stop.HAND_OVER, "email")
            .look(facts.handOver().email()));
  }

  private void lookForTwoThatHandOver() {
    List<Instant> moments = new ArrayList<>();
    Facts.Timing timing = facts.timing();
    if (facts.handOver().byEmail()) {
      moments.add(timing.now());
    }
    for (Plan.Due due :
        Plan.ahead(facts.followUp().timing(), Standing.start(timing.now()), timing.pace())) {
      if (facts.followUp().emailOf(due.step()).handsOver()) {
        moments.add(due.at());
      }
    }
    boolean close =
        IntStream.range(1, moments.size())
            .anyMatch(i -> !moments.get(i).isAfter(moments.get(i - 1).plus(SOON)));
    Finding two =
        Finding.worthALook(
            "two_hand_over",
            "Two emails hand it over within an hour. One of them is enough.",
            Stop.FOLLOW_UP,
            "steps");
    boolean deliveryIsOne = facts.handOver().byEmail();
    when(close, deliveryIsOne ? two.curedBy(new Cure.LeaveDeliveryOut()) : two);
  }

  private void lookAtTag(TagChange change) {
    when(
        !facts.hasTag(change.tag()),
        Finding.worthALook(
                "tag_gone",
                "A tag given or taken on the way is gone: " + change.tag() + ".",
                Stop.HAND_OVER,
                "tags")
            .curedBy(new Cure.MakeTag(change.tag())));
  }

  private void when(boolean wrong, Finding finding) {
    if (wrong) {
      findings.add(finding);
    }
  }
}
