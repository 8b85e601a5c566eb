package jeton.server.followup;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.harness.SampleOffer.step;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.LinkTag;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.people.TagChange;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.business.SendingSettings;
import jeton.server.editing.SequenceEdits;
import jeton.server.editing.SequencePauses;
import jeton.server.editing.SequencePreview;
import jeton.server.offer.OfferSettings;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.SequenceDraft.StepDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.junit.jupiter.api.Test;

/** Sequences with all their rules, in the engine: conditions, starts, goals, pauses, spacing. */
class SequenceTest {
  private static final String BROWSER = "Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0";
  private final TestServer server = TestServer.get();

  private static StepDraft step(StepRules rules, String subject) {
    return new StepDraft(Optional.empty(), Optional.empty(), 0, true, rules, letter(subject));
  }

  private static EmailContent letter(String subject) {
    return new EmailContent(subject, "", "<p>x</p>", EmailButton.NONE);
  }

  private static StepRules if_(int days, Condition.Kind kind, String tag) {
    StepRules plain = StepRules.after(days, Wait.Unit.DAYS);
    return new StepRules(
        plain.waitAmount(), plain.waitUnit(), "", plain.days(), "", "", new Condition(kind, tag));
  }

  private List<String> letters(SampleOffer offer, String email) {
    return offer.subjects(email).stream().filter(s -> s.length() == 1).toList();
  }

  private static OfferSettings tagged(OfferSettings s, TagChange... changes) {
    HandOverSettings h = s.handOver();
    return new OfferSettings(
        s.name(),
        s.slug(),
        s.confirm(),
        new HandOverSettings(
            h.onTheSpot(),
            h.byEmail(),
            h.email(),
            h.page(),
            h.limits(),
            h.runAgain(),
            List.of(changes)));
  }

  private Sequence other(String name, SequenceRules rules, StepDraft... steps) {
    Sequences sequences = server.bean(Sequences.class);
    Sequence made = sequences.make(name);
    return server
        .bean(SequenceEdits.class)
        .save(made.id(), 1, new SequenceDraft(name, rules, List.of(steps), false));
  }

  private static SequenceRules startedBy(Start start, Goal goal) {
    return new SequenceRules(false, goal, start, RunAgain.NEVER);
  }

  private long personId(String email) {
    return server.owner().get("/api/people?words=" + email).json().at("/people/0/id").asLong();
  }

  @Test
  void timeOfDay_andWeekdays_areThePersonsOwn_whenTheSequenceSaysSo() {
    StepRules mondayAtTen =
        new StepRules(
            1, Wait.Unit.DAYS, "10:00", List.of(DayOfWeek.MONDAY), "", "", Condition.ALWAYS);
    SampleOffer offer = new SampleOffer();
    offer.follow(
        2,
        new SequenceDraft(
            "Welcome",
            new SequenceRules(true, Goal.NONE, Start.BY_SIGN_UP, RunAgain.NEVER),
            List.of(step(mondayAtTen, "A")),
            false));
    String email = newAddress();
    offer.signUp(
        Map.of("email", email, "consent", "yes", "first_name", "Jo", "zone", "America/New_York"));
    server.settle();
    offer.confirm(email);
    server.settle();
    Instant due = server.bean(RunMover.class).nextDue().orElseThrow();
    assertThat(due.atZone(java.time.ZoneId.of("America/New_York")).toLocalTime())
        .hasToString("10:00");
    assertThat(due.atZone(java.time.ZoneId.of("America/New_York")).getDayOfWeek())
        .isEqualTo(DayOfWeek.MONDAY);
    server.clock.moveTo(due.minusMillis(1));
    server.settle();
    assertThat(letters(offer, email)).isEmpty();
    server.clock.moveTo(due);
    server.settle();
    assertThat(letters(offer, email)).containsExactly("A");
  }

  @Test
  void conditions_areJudgedAtTheDueMoment_andSkippedStepsAreNoted() {
    SampleOffer offer =
        new SampleOffer(
            step(if_(1, Condition.Kind.PASS_USED, ""), "A"),
            step(if_(1, Condition.Kind.PASS_NOT_USED, ""), "B"),
            step(if_(1, Condition.Kind.LACKS_TAG, "nobody has this"), "C"));
    String used = newAddress();
    String unused = newAddress();
    offer.join(used);
    offer.join(unused);
    assertThat(offer.visitor.get(offer.link(used, "/g/") + "/files/1").status()).isEqualTo(200);
    for (int day = 0; day < 4; day++) {
      server.forward(Duration.ofDays(1));
    }
    assertThat(letters(offer, used)).containsExactly("A", "C");
    assertThat(letters(offer, unused)).containsExactly("B", "C");
    assertThat(server.history(unused)).contains("FOLLOW_UP_SKIPPED", "A: the pass was not used");
  }

  @Test
  void tags_comeAndGoAlongTheTrack_andByClicks() {
    Tags tags = server.bean(Tags.class);
    List.of("asked", "opened", "curious").forEach(tags::make);
    EmailContent linking =
        new EmailContent(
            "A",
            "",
            EmailContent.Style.FRAMED,
            new EmailContent(
                    "A",
                    "",
                    "<p>x</p>",
                    new EmailButton("Look", EmailButton.Target.LINK, "https://q.example/fixes"))
                .blocks(),
            "",
            List.of(new LinkTag("https://q.example/fixes", "curious", true)));
    SampleOffer offer =
        new SampleOffer(
            s ->
                tagged(
                    s,
                    new TagChange(TagChange.When.SIGN_UP, "Asked", true),
                    new TagChange(TagChange.When.FIRST_USE, "asked", false),
                    new TagChange(TagChange.When.FIRST_USE, "opened", true)),
            new StepDraft(Optional.empty(), true, 1, Wait.Unit.DAYS, linking));
    String email = newAddress();
    offer.join(email);
    long id = personId(email);
    assertThat(tags.of(List.of(id)).get(id)).containsExactly("asked");
    offer.visitor.get(offer.link(email, "/g/") + "/files/1");
    assertThat(tags.of(List.of(id)).get(id)).containsExactly("opened");
    server.forward(Duration.ofDays(1));
    server.clock.forward(Duration.ofMinutes(1));
    String html = SampleOffer.part(offer.newest(email), 1);
    String link = html.replaceAll("(?s).*href=\"([^\"]*/l/[^\"]*)\".*", "$1");
    Http.Answer answer = offer.visitor.get(link, "User-Agent", BROWSER);
    assertThat(answer.status()).isEqualTo(302);
    assertThat(answer.header("Location")).isEqualTo("https://q.example/fixes");
    assertThat(tags.of(List.of(id)).get(id)).containsExactlyInAnyOrder("opened", "curious");
    assertThat(server.history(email)).contains("TAG_GIVEN", "TAG_TAKEN");
  }

  @Test
  void whoWasTakenOut_isPutBackWhereTheyWere_once() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(2, "A"), SampleOffer.step(2, "B"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    String place = "/api/sequences/" + offer.sequence().id() + "/people/" + personId(email);
    Http owner = server.owner();
    assertThat(owner.json("POST", place + "/back", Map.of()).status()).isEqualTo(404);
    assertThat(owner.delete(place).status()).isEqualTo(204);
    server.forward(Duration.ofHours(12));
    assertThat(owner.json("POST", place + "/back", Map.of()).status()).isEqualTo(204);
    assertThat(owner.json("POST", place + "/back", Map.of()).status()).isEqualTo(404);
    server.forward(Duration.ofHours(13));
    assertThat(letters(offer, email)).containsExactly("A");
    server.forward(Duration.ofDays(2));
    assertThat(letters(offer, email)).containsExactly("A", "B");
  }

  @Test
  void aStepTakenOut_comesBackWithWhoHadIt() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "A"), SampleOffer.step(2, "B"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    Sequence before = offer.sequence();
    SequenceDraft whole = SequenceDraft.of(before);
    SequenceDraft without =
        new SequenceDraft(whole.name(), whole.rules(), whole.steps().subList(1, 2), false);
    offer.follow(before.version(), without);
    offer.follow(before.version() + 1, whole);
    assertThat(offer.sequence().steps()).hasSameSizeAs(before.steps());
    server.forward(Duration.ofDays(5));
    assertThat(letters(offer, email)).containsExactly("A", "B");
  }

  @Test
  void aTagGained_startsASequence_once_andItsGoalEndsIt() {
    Tags tags = server.bean(Tags.class);
    List.of("starter", "done with it").forEach(tags::make);
    SampleOffer offer = new SampleOffer();
    Sequence sequence =
        other(
            "By tag",
            startedBy(
                new Start(Start.Kind.TAG_GAINED, Optional.empty(), "starter", 0, ""),
                new Goal(Goal.Kind.TAG_GAINED, "done with it")),
            SampleOffer.step(1, "On {{offer_name}}"),
            SampleOffer.step(1, "B"));
    String email = newAddress();
    offer.join(email);
    Http owner = server.owner();
    long id = personId(email);
    owner.json("PUT", "/api/people/" + id + "/tags", Map.of("tag", "starter", "give", true));
    owner.json("PUT", "/api/people/" + id + "/tags", Map.of("tag", "starter", "give", true));
    server.forward(Duration.ofDays(1));
    assertThat(offer.subjects(email)).containsOnlyOnce("On what you asked for");
    owner.json("PUT", "/api/people/" + id + "/tags", Map.of("tag", "done with it", "give", true));
    server.forward(Duration.ofDays(9));
    assertThat(letters(offer, email)).isEmpty();
    assertThat(owner.get("/api/people/" + id).body()).contains("GOAL_REACHED");
    assertThat(owner.get("/api/sequences/" + sequence.id()).json().get("onTheirWay").asInt())
        .isZero();
  }

  @Test
  void aPassNotUsedInTime_startsTheReminder_andOneThatWasUsedDoesNot() {
    SampleOffer offer = new SampleOffer();
    other(
        "Did you miss it",
        startedBy(new Start(Start.Kind.PASS_NOT_USED, Optional.of(offer.id), "", 5, ""), Goal.NONE),
        SampleOffer.step(0, "R"));
    String used = newAddress();
    String unused = newAddress();
    offer.join(used);
    offer.join(unused);
    offer.visitor.get(offer.link(used, "/g/") + "/files/1");
    server.forward(Duration.ofDays(5).minusMillis(1));
    assertThat(letters(offer, unused)).isEmpty();
    server.forward(Duration.ofMillis(1));
    assertThat(letters(offer, unused)).containsExactly("R");
    assertThat(letters(offer, used)).isEmpty();
  }

  @Test
  void anEndThatComesNear_startsTheReminder_whoseEndIsPutOffStartsItLater() {
    SampleOffer offer =
        new SampleOffer(
            s ->
                new OfferSettings(
                    s.name(),
                    s.slug(),
                    s.confirm(),
                    s.handOver().withLimits(new PassLimits(Optional.of(10), Optional.empty())),
                    s.gives()));
    other(
        "It ends soon",
        startedBy(new Start(Start.Kind.ENDS_SOON, Optional.of(offer.id), "", 3, ""), Goal.NONE),
        SampleOffer.step(0, "E"));
    String first = newAddress();
    String renewed = newAddress();
    offer.join(first);
    offer.join(renewed);
    server.forward(Duration.ofDays(5));
    offer.visitor.form(offer.link(renewed, "/g/") + "/fresh", Map.of());
    server.forward(Duration.ofDays(3));
    assertThat(letters(offer, first)).contains("E");
    assertThat(letters(offer, renewed)).doesNotContain("E");
    server.forward(Duration.ofDays(5));
    assertThat(letters(offer, renewed)).contains("E");
  }

  @Test
  void aPause_sendsNothing_andWhatIsOverdueThenComesInOrder_withItsGaps() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "A"), SampleOffer.step(2, "B"));
    String before = newAddress();
    offer.join(before);
    // One is in the outbox already when the pause comes.
    String inOutbox = newAddress();
    offer.join(inOutbox);
    server.clock.forward(Duration.ofDays(1));
    server.bean(RunMover.class).moveDue(100);
    Sequences sequences = server.bean(Sequences.class);
    long id = offer.sequence().id();
    server.bean(SequencePauses.class).pause(id, true);
    server.settle();
    String during = newAddress();
    offer.join(during);
    server.forward(Duration.ofDays(10));
    assertThat(letters(offer, before)).isEmpty();
    assertThat(letters(offer, inOutbox)).isEmpty();
    assertThat(letters(offer, during)).isEmpty();
    assertThat(server.owner().get("/api/mail/outbox?pile=HELD").json().at("/counts/HELD").asInt())
        .isEqualTo(2);
    server.bean(SequencePauses.class).pause(id, false);
    server.settle();
    assertThat(letters(offer, before)).containsExactly("A");
    assertThat(letters(offer, inOutbox)).containsExactly("A");
    assertThat(letters(offer, during)).containsExactly("A");
    server.forward(Duration.ofDays(2).minusMillis(1));
    assertThat(letters(offer, before)).containsExactly("A");
    server.forward(Duration.ofMillis(1));
    assertThat(letters(offer, before)).containsExactly("A", "B");
    assertThat(letters(offer, during)).containsExactly("A", "B");
  }

  @Test
  void spacing_holdsOverAllSequences_butNotForDeliveries() {
    Business business = server.bean(Business.class);
    business.save(
        business.now().version(),
        business.now().settings().withSending(new SendingSettings(2, 0, 0, 24, true, true)));
    try {
      server.bean(Tags.class).make("two at once");
      SampleOffer offer =
          new SampleOffer(
              s -> tagged(s, new TagChange(TagChange.When.CONFIRMATION, "two at once", true)),
              SampleOffer.step(1, "A"));
      other(
          "Also",
          startedBy(
              new Start(Start.Kind.TAG_GAINED, Optional.empty(), "two at once", 0, ""), Goal.NONE),
          SampleOffer.step(1, "B"));
      String email = newAddress();
      offer.join(email);
      server.forward(Duration.ofDays(1));
      assertThat(letters(offer, email)).hasSize(1);
      offer.signUp(email);
      server.settle();
      assertThat(offer.subjects(email)).as("delivered again at once").hasSize(4);
      server.forward(Duration.ofDays(1).minusMillis(1));
      assertThat(letters(offer, email)).hasSize(1);
      server.forward(Duration.ofMillis(1));
      assertThat(letters(offer, email)).containsExactlyInAnyOrder("A", "B");
    } finally {
      business.save(business.now().version(), TestServer.quireAndThread());
    }
  }

  @Test
  void aSequence_canFollowSeveralOffers_andAnEmailSeveralSequences() {
    SampleOffer one = new SampleOffer(SampleOffer.step(1, "A"));
    SampleOffer two = new SampleOffer();
    Http owner = server.owner();
    long shared = one.sequence().id();
    owner.json("PUT", "/api/offers/" + two.id + "/follow-up", Map.of("sequenceId", shared));
    String email = newAddress();
    two.join(email);
    server.forward(Duration.ofDays(1));
    assertThat(letters(two, email)).containsExactly("A");
    assertThat(owner.get("/api/sequences/" + shared).json().get("offers").size()).isEqualTo(2);

    Sequence.Email a = one.sequence().steps().get(0);
    Sequence other =
        other(
            "Shares an email",
            SequenceRules.USUAL,
            new StepDraft(
                Optional.empty(),
                Optional.of(a.emailId()),
                a.emailVersion(),
                true,
                StepRules.after(3, Wait.Unit.DAYS),
                letter("Z")));
    assertThat(other.steps().get(0).emailId()).isEqualTo(a.emailId());
    assertThat(one.sequence().steps().get(0).content().subject()).isEqualTo("Z");
    assertThat(owner.get("/api/sequences/" + shared).json().at("/steps/0/usedIn").asInt())
        .isEqualTo(2);
    assertThat(owner.get("/api/emails?words=Shares+an").body()).contains("Shares an email");
  }

  @Test
  void finishedRuns_stayFinished_unlessTheOwnerAsksOtherwise() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "A"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    SequenceDraft now = SequenceDraft.of(offer.sequence());
    List<StepDraft> more = List.of(now.steps().get(0), SampleOffer.step(2, "B"));
    SequenceDraft longer = new SequenceDraft("Welcome", now.rules(), more, false);
    assertThat(server.bean(SequencePreview.class).effect(offer.sequence().id(), longer).finished())
        .isEqualTo(1);
    offer.follow(2, longer);
    server.forward(Duration.ofDays(9));
    assertThat(letters(offer, email)).containsExactly("A");
    SequenceDraft again = SequenceDraft.of(offer.sequence());
    offer.follow(3, new SequenceDraft("Welcome", again.rules(), again.steps(), true));
    server.settle();
    assertThat(letters(offer, email)).as("from the same anchor: overdue").containsExactly("A", "B");
  }

  @Test
  void people_joinByHandOrFilter_withTheNumbersFirst_andCanBeTakenOut() {
    SampleOffer offer = new SampleOffer();
    String in = newAddress();
    String waiting = newAddress();
    offer.join(in);
    offer.signUp(waiting);
    server.settle();
    Sequence sequence =
        other("By hand", SequenceRules.USUAL, SampleOffer.step(1, "H"), SampleOffer.step(1, "I"));
    Http owner = server.owner();
    String path = "/api/sequences/" + sequence.id() + "/people";
    Map<String, Object> everybody =
        Map.of("people", List.of(), "offerId", offer.id, "again", false);
    assertThat(owner.json("POST", path + "/count", everybody).json())
        .hasToString("{\"added\":1,\"notOnTheList\":1,\"alreadyIn\":0}");
    owner.json("POST", path, everybody);
    assertThat(owner.json("POST", path, everybody).json().get("alreadyIn").asInt()).isEqualTo(1);
    server.forward(Duration.ofDays(1));
    assertThat(letters(offer, in)).containsExactly("H");
    assertThat(letters(offer, waiting)).isEmpty();
    owner.delete(path + "/" + personId(in));
    server.forward(Duration.ofDays(9));
    assertThat(letters(offer, in)).containsExactly("H");
  }

  @Test
  void badRules_areToldAtTheirField_andNothingIsSaved() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "A"));
    StepRules wrong =
        new StepRules(
            1,
            Wait.Unit.HOURS,
            "08:00",
            List.of(),
            "18:00",
            "09:00",
            new Condition(Condition.Kind.HAS_TAG, ""));
    Http.Answer answer =
        server
            .owner()
            .json(
                "PUT",
                "/api/sequences/" + offer.sequence().id(),
                Map.of(
                    "version", 2, "sequence", new SequenceDraft("W", List.of(step(wrong, "A")))));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.body()).contains("steps[0].rules.condition.tag", "steps[0].rules.");
    assertThat(letters(offer, "nobody@mail.example")).isEmpty();
    assertThat(offer.sequence().steps().get(0).rules().waitUnit()).isEqualTo(Wait.Unit.DAYS);
  }
}
