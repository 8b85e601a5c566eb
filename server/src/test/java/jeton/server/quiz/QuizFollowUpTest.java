package jeton.server.quiz;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.followup.Condition;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepRules;
import jeton.core.quiz.Gate;
import jeton.harness.SampleOffer;
import jeton.server.editing.SequenceEdits;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import org.junit.jupiter.api.Test;

/** What an outcome sets going (G3, Q9). */
class QuizFollowUpTest extends OnTheQuiz {
  @Test
  void aStepByOutcome_goesToWhoeverCameToIt() {
    SequenceDraft.StepDraft plain = SampleOffer.step(0, "Thread for Coptic");
    StepRules rules = plain.rules();
    SequenceDraft.StepDraft conditional =
        new SequenceDraft.StepDraft(
            plain.id(),
            plain.emailId(),
            plain.emailVersion(),
            true,
            new StepRules(
                rules.waitAmount(),
                rules.waitUnit(),
                "",
                rules.days(),
                "",
                "",
                new Condition(Condition.Kind.RESULT_IS, "", 0, "cop")),
            plain.email());
    SampleOffer offer = offer(Gate.When.BEFORE, false, conditional);
    String coptic = newAddress();
    String other = newAddress();
    offer.signUp(rendered(offer, fields(coptic, "a1", "")));
    offer.signUp(rendered(offer, fields(other, "a2", "")));
    server.settle();
    server.forward(java.time.Duration.ofDays(1));
    server.settle();
    assertThat(server.mailbox.to(coptic))
        .anyMatch(one -> one.subject().equals("Thread for Coptic"));
    assertThat(server.mailbox.to(other))
        .noneMatch(one -> one.subject().equals("Thread for Coptic"));
  }

  @Test
  void aSequence_startsByAnOutcome_once() {
    SampleOffer offer = offer(Gate.When.BEFORE, false);
    Sequences sequences = server.bean(Sequences.class);
    Sequence own = sequences.make("Thread and boards");
    SequenceRules plain = own.rules();
    server
        .bean(SequenceEdits.class)
        .save(
            own.id(),
            own.version(),
            new SequenceDraft(
                "Thread and boards",
                new SequenceRules(
                    false,
                    plain.goal(),
                    new Start(Start.Kind.RESULT, Optional.of(offer.id), "", 0, "", "cop"),
                    plain.again()),
                List.of(SampleOffer.step(0, "For Coptic binders")),
                false));
    String coptic = newAddress();
    String other = newAddress();
    offer.signUp(rendered(offer, fields(coptic, "a1", "")));
    offer.signUp(rendered(offer, fields(other, "a2", "")));
    server.settle();
    assertThat(offer.subjects(coptic)).contains("For Coptic binders");
    assertThat(offer.subjects(other)).doesNotContain("For Coptic binders");
  }

  @Test
  void aRehearsal_goesThroughItWithChosenAnswers() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    for (Map.Entry<String, String> way : Map.of("a1", "Coptic", "a2", "Case binding").entrySet()) {
      Map<String, Object> wish =
          Map.of(
              "firstName",
              "Aoife",
              "answers",
              Map.of("q_q1", way.getKey()),
              "confirmsAfter",
              5,
              "usesAfter",
              10,
              "drafts",
              false);
      String frames =
          server.owner().json("POST", "/api/offers/" + offer.id + "/rehearsal", wish).body();
      assertThat(frames).contains("Your result: " + way.getValue());
    }
  }
}
