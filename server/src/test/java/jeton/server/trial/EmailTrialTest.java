package jeton.server.trial;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jeton.core.email.EmailContent;
import jeton.core.trial.Measure;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.numbers.Counting;
import jeton.server.offer.Offers;
import jeton.server.people.People;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two versions of a sequence's email, and of a confirmation, tried on readers (X1, X2). */
class EmailTrialTest {
  private final TestServer server = TestServer.get();
  private final Trials trials = server.bean(Trials.class);
  private final Http owner = server.owner();
  private final SampleOffer offer = new SampleOffer(SampleOffer.step(1, "Did it hold?"));

  private VersionTrial trial(Tested tested, long targetId, EmailContent b, Measure measure) {
    VersionTrial draft = trials.make(tested, targetId);
    trials.save(
        draft.id(), draft.version(), new TrialSettings(5000, measure, false), TrialContent.of(b));
    return trials.start(draft.id());
  }

  private Trial.Version version(VersionTrial trial, String email) {
    long id = server.bean(People.class).find(address(email)).orElseThrow().id();
    return trial.versionFor(Long.toString(id));
  }

  private static jeton.core.signup.EmailAddress address(String email) {
    try {
      return jeton.core.signup.EmailAddress.parse(email);
    } catch (jeton.core.signup.EmailAddress.Refused refused) {
      throw new AssertionError(refused);
    }
  }

  private JsonNode result(VersionTrial trial) {
    return owner.get("/api/trials/" + trial.id()).json().get("result");
  }

  private List<String> join(int people) {
    List<String> all = new ArrayList<>();
    for (int i = 0; i < people; i++) {
      String email = newAddress();
      offer.join(email);
      all.add(email);
    }
    return all;
  }

  private void open(String email) {
    String html = SampleOffer.part(offer.newest(email), 1);
    String dot = html.replaceAll("(?s).*src=\"([^\"]*/l/[^\"]*\\.gif)\".*", "$1");
    new Http(server.base).get(dot, "User-Agent", "Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0");
  }

  @Test
  void eachReaderGetsTheirVersion_andOpeningCountsForIt() {
    Sequence.Email step = offer.sequence().steps().get(0);
    VersionTrial trial =
        trial(
            Tested.EMAIL,
            step.emailId(),
            step.content().withSubject("How is your spine?"),
            Measure.OPENED);
    List<String> people = join(12);
    server.forward(Duration.ofDays(1));
    long b = 0;
    for (String email : people) {
      boolean isB = version(trial, email) == Trial.Version.B;
      assertThat(offer.subjects(email))
          .last()
          .isEqualTo(isB ? "How is your spine?" : "Did it hold?");
      b += isB ? 1 : 0;
    }
    assertThat(b).isBetween(1L, 11L);
    String reader =
        people.stream()
            .filter(email -> version(trial, email) == Trial.Version.B)
            .findFirst()
            .orElseThrow();
    server.clock.forward(Duration.ofMinutes(1));
    open(reader);
    open(reader);
    JsonNode result = result(trial);
    assertThat(result.get("metA").asLong()).isEqualTo(12 - b);
    assertThat(result.get("metB").asLong()).isEqualTo(b);
    assertThat(result.get("didA").asLong()).isZero();
    assertThat(result.get("didB").asLong()).isEqualTo(1);
  }

  @Test
  void anEmailThatIsTried_staysAsItIs_andTheOneTakenIsSentFromThen() {
    Sequence sequence = offer.sequence();
    Sequence.Email step = sequence.steps().get(0);
    VersionTrial trial =
        trial(
            Tested.EMAIL,
            step.emailId(),
            step.content().withSubject("How is your spine?"),
            Measure.CLICKED);
    SequenceDraft same = SequenceDraft.of(sequence);
    SequenceDraft.StepDraft other =
        new SequenceDraft.StepDraft(
            same.steps().get(0).id(),
            same.steps().get(0).emailId(),
            same.steps().get(0).emailVersion(),
            true,
            same.steps().get(0).rules(),
            step.content().withSubject("Third"));
    String path = "/api/sequences/" + sequence.id();
    SequenceDraft changed = new SequenceDraft(same.name(), same.rules(), List.of(other), false);
    Map<String, Object> save = Map.of("version", sequence.version(), "sequence", changed);
    assertThat(owner.json("PUT", path, save).problem()).isEqualTo("trial_running");
    trials.end(trial.id(), Trial.Version.B, false);
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    assertThat(offer.subjects(email)).last().isEqualTo("How is your spine?");
    assertThat(trials.get(trial.id()).other().email().orElseThrow().subject())
        .isEqualTo("Did it hold?");
  }

  @Test
  void aConfirmation_isMeasuredByHowManyConfirm() {
    Offers offers = server.bean(Offers.class);
    EmailContent own = offers.get(offer.id).settings().confirm().email();
    VersionTrial trial =
        trial(
            Tested.CONFIRMATION,
            offer.id,
            own.withSubject("One click, and it is yours"),
            Measure.CONFIRMED);
    Map<String, Object> withoutButton =
        Map.of(
            "version",
            1,
            "settings",
            trial.settings(),
            "other",
            TrialContent.of(own.withBlocks(List.of(own.blocks().get(0)))));
    VersionTrial elsewhere = trials.make(Tested.CONFIRMATION, new SampleOffer().id);
    assertThat(owner.json("PUT", "/api/trials/" + elsewhere.id(), withoutButton).problem())
        .isEqualTo("no_confirm_button");
    String name = offers.get(offer.id).settings().name();
    List<String> people = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      String email = newAddress();
      offer.signUp(email);
      people.add(email);
    }
    server.settle();
    people.forEach(
        email ->
            assertThat(offer.subjects(email).get(0))
                .isEqualTo(
                    version(trial, email) == Trial.Version.B
                        ? "One click, and it is yours"
                        : "One press and it is yours: " + name));
    offer.confirm(people.get(0));
    Counting counting = server.bean(Counting.class);
    while (counting.work()) {
      // Until all are counted.
    }
    JsonNode result = result(trial);
    assertThat(result.get("metA").asLong() + result.get("metB").asLong()).isEqualTo(10);
    assertThat(result.get("didA").asLong() + result.get("didB").asLong()).isEqualTo(1);
    Map<String, Object> offerNow =
        Map.of(
            "version",
            offers.get(offer.id).version(),
            "settings",
            offers
                .get(offer.id)
                .settings()
                .withConfirm(
                    offers.get(offer.id).settings().confirm().withEmail(own.withSubject("Third"))));
    assertThat(owner.json("PUT", "/api/offers/" + offer.id, offerNow).problem())
        .isEqualTo("trial_running");
    trials.end(trial.id(), Trial.Version.B, false);
    assertThat(offers.get(offer.id).settings().confirm().email().subject())
        .isEqualTo("One click, and it is yours");
  }
}
