package jeton.server.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.SendWhen;
import jeton.core.people.ListSettings;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.harness.Http;
import jeton.server.leaving.Departures;
import org.junit.jupiter.api.Test;

/** Whom it goes to (B1, B5, L2). */
class MailingReadersTest extends ToMany {
  @Test
  void goesToWhoeverIsOnTheList_narrowed_withOthersLeftOut_eachOnce() {
    long list = steps.list("Bindery letter");
    List<Long> people = steps.people(5, list);
    steps.tag(people.get(0), "wholesale");
    steps.tag(people.get(1), "teacher");
    steps.tag(people.get(2), "teacher");
    steps.tag(people.get(2), "wholesale");
    server.bean(Departures.class).leave(people.get(4), "on the page", Optional.empty());
    Recipients recipients =
        new Recipients(
            list,
            null,
            Criterion.Group.all(Criterion.Condition.of(Subject.TAG, Comparison.HAS, "teacher")),
            null,
            new Criterion.Group(
                Criterion.Match.ANY,
                List.of(Criterion.Condition.of(Subject.TAG, Comparison.HAS, "wholesale"))));
    Mailing mailing = steps.draft("Six papers", recipients, SendWhen.now());
    Outlook.Forecast forecast = server.bean(Outlook.class).of(mailing.id(), mailing.settings());
    assertThat(forecast.people()).isEqualTo(1);
    assertThat(forecast.keeps()).isEmpty();
    steps.send(mailing);
    assertThat(steps.readers(mailing)).containsExactly(people.get(1));
    assertThat(mailings.get(mailing.id()).state()).isEqualTo(Mailing.State.ENDED);
    assertThat(issues.of(List.of(mailing.id())).get(0).state()).isEqualTo(Issue.State.DONE);
  }

  @Test
  void onesChosenToKeep_areKept() {
    long a = steps.list("A");
    long b = steps.list("B");
    long person = steps.people(1, a, b).get(0);
    steps.send(steps.draft("First", Recipients.of(a), SendWhen.now()));
    Http visitor = new Http(server.base);
    Http.Answer answer =
        visitor.form(steps.leaveLink(person), Map.of("choice", "some", "keep", String.valueOf(b)));
    assertThat(answer.body()).contains("You still get: B.");
    assertThat(steps.state(person)).isEqualTo("ON_THE_LIST");
    assertThat(steps.readers(steps.send(steps.draft("x", Recipients.of(a), SendWhen.now()))))
        .isEmpty();
  }

  @Test
  void whomItCameBackFrom_andWhoLeftByIt_canBeAskedFor() {
    long list = steps.list("Numbers");
    List<Long> people = steps.people(3, list);
    server.refuse(steps.address(people.get(0)), 550);
    Mailing mailing = steps.send(steps.draft("x", Recipients.of(list), SendWhen.now()));
    new Http(server.base).form(steps.leaveLink(people.get(1)), Map.of());
    String key = "m" + mailing.id();
    assertThat(found(Subject.EMAIL_CAME_BACK, key)).containsExactly(people.get(0));
    assertThat(found(Subject.EMAIL_LEFT, key)).containsExactly(people.get(1));
    assertThat(found(Subject.EMAIL_SENT, key)).containsExactly(people.get(1), people.get(2));
  }

  @Test
  void severalShareOneChoiceOfPeople_andAskAnew() {
    long list = steps.list("Sale");
    List<Long> people = steps.people(2, list);
    Recipients notYet =
        new Recipients(
            list,
            null,
            null,
            null,
            new Criterion.Group(
                Criterion.Match.ANY,
                List.of(Criterion.Condition.of(Subject.TAG, Comparison.HAS, "bought"))));
    Mailing first = steps.draft("sale begins", notYet, SendWhen.now());
    MailingSettings second = steps.settings("sale ends", Recipients.of(1), SendWhen.now());
    Mailing last =
        steps.save(
            new MailingSettings(
                "",
                second.content(),
                second.recipients(),
                Optional.of(first.id()),
                second.when(),
                Optional.empty(),
                false));
    steps.send(first);
    steps.tag(people.get(0), "bought");
    steps.send(last);
    assertThat(steps.readers(first)).containsExactlyInAnyOrderElementsOf(people);
    assertThat(steps.readers(last)).containsExactly(people.get(1));
  }

  @Test
  void whoIsOnTheList_andSignsUpElsewhere_isOnThatListOnceALinkSentToThemWasUsed() {
    long list = steps.list("Elsewhere");
    jeton.harness.SampleOffer offer = new jeton.harness.SampleOffer();
    String email = jeton.harness.SampleOffer.newAddress();
    offer.join(email);
    long person =
        server.owner().get("/api/people?words=" + email).json().at("/people/0/id").asLong();
    jeton.harness.SampleOffer other = new jeton.harness.SampleOffer();
    jeton.server.form.Forms forms = server.bean(jeton.server.form.Forms.class);
    jeton.server.form.Form form = forms.hosted(other.id);
    jeton.core.form.FormSettings plain = form.settings();
    forms.save(
        form.id(),
        form.version(),
        new jeton.core.form.FormSettings(
            plain.name(),
            plain.words(),
            plain.picture(),
            plain.fields(),
            plain.looks(),
            plain.opening(),
            plain.afterwards(),
            plain.display(),
            List.of(list)));
    server.clock.forward(Duration.ofMinutes(3));
    other.signUp(email);
    server.settle();
    assertThat(steps.lists(person)).doesNotContain(list);
    server.clock.forward(Duration.ofMinutes(5));
    new Http(server.base)
        .get(
            other.link(email, "/g/"),
            "User-Agent",
            "Mozilla/5.0 (X11; Linux x86_64) Firefox/128.0");
    assertThat(steps.lists(person)).contains(list, ListSettings.FIRST);
  }

  @Test
  void aListRemovedMeanwhile_getsNothingMore() {
    long list = steps.list("Gone");
    steps.people(2, list);
    Mailing mailing = steps.draft("x", Recipients.of(list), SendWhen.now());
    mailings.schedule(mailing.id(), mailing.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    server.owner().delete("/api/lists/" + list);
    server.settle();
    assertThat(steps.readers(mailing)).isEmpty();
    assertThat(server.owner().delete("/api/lists/" + ListSettings.FIRST).status()).isEqualTo(422);
  }
}
