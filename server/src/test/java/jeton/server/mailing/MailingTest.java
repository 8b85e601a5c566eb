package jeton.server.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.time.Duration;
import java.time.LocalDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.Repeat;
import jeton.core.mailing.SendWhen;
import jeton.core.mailing.TwoSubjects;
import jeton.core.trial.Trial;
import jeton.harness.Http;
import org.junit.jupiter.api.Test;

/** What an email to many carries, and what is looked at before (B1, B7, X1). */
class MailingTest extends ToMany {
  @Test
  void carriesItsList_andOneClickLeavesThatListAlone() throws Exception {
    long letters = steps.list("Reißer & Söhne");
    long workshops = steps.list("Workshops");
    long person = steps.people(1, letters, workshops).get(0);
    steps.send(steps.draft("First", Recipients.of(letters), SendWhen.now()));
    var email = steps.newest(person);
    assertThat(email.getHeader("List-Id")[0]).contains("<" + steps.key(letters) + ".");
    String link = email.getHeader("List-Unsubscribe")[0].replaceAll("[<>]", "");
    Http visitor = new Http(server.base);
    assertThat(visitor.get(link).body()).contains("Workshops", "Leave all");
    assertThat(visitor.form(link, Map.of("List-Unsubscribe", "One-Click")).status()).isEqualTo(200);
    Mailing second = steps.send(steps.draft("Second", Recipients.of(letters), SendWhen.now()));
    Mailing third = steps.send(steps.draft("Third", Recipients.of(workshops), SendWhen.now()));
    assertThat(steps.readers(second)).isEmpty();
    assertThat(steps.readers(third)).containsExactly(person);
    assertThat(visitor.form(link, Map.of("choice", "some")).status()).isEqualTo(200);
    assertThat(steps.state(person)).isEqualTo("LEFT");
  }

  @Test
  void ofTwoSubjects_eachGetsTheirs_andTheRestTheBetterOne() {
    long list = steps.list("Trial");
    List<Long> people = steps.people(40, list);
    MailingSettings settings = steps.settings("Version A", Recipients.of(list), SendWhen.now());
    TwoSubjects two = new TwoSubjects("Version B", 5000, 5000, 4);
    Mailing mailing =
        steps.save(
            new MailingSettings(
                "",
                settings.content(),
                settings.recipients(),
                Optional.empty(),
                settings.when(),
                Optional.of(two),
                false));
    steps.send(mailing);
    String trial = "issue-" + issues.of(List.of(mailing.id())).get(0).id();
    Set<Long> tried = new HashSet<>();
    for (long person : people) {
      Optional<Trial.Version> version = two.version(trial, person);
      version.ifPresent(v -> tried.add(person));
      assertThat(steps.count(person, "Version A"))
          .isEqualTo(version.equals(Optional.of(Trial.Version.A)) ? 1 : 0);
      assertThat(steps.count(person, "Version B"))
          .isEqualTo(version.equals(Optional.of(Trial.Version.B)) ? 1 : 0);
    }
    assertThat(tried).hasSizeBetween(5, 35);
    people.stream()
        .filter(p -> two.version(trial, p).equals(Optional.of(Trial.Version.B)))
        .forEach(steps::opens);
    server.forward(Duration.ofHours(4));
    people.stream()
        .filter(p -> !tried.contains(p))
        .forEach(p -> assertThat(steps.count(p, "Version B")).isEqualTo(1));
    assertThat(issues.of(List.of(mailing.id())).get(0).chosen()).contains("B");
  }

  @Test
  void aFeedsNewestEntries_areReadOnce_andOnlyWhatIsNewComesAgain() throws IOException {
    AtomicReference<String> feed =
        new AtomicReference<>(rss("2026-01-01", "First paper", "2026-01-02", "Second paper"));
    HttpServer site = site(feed);
    try {
      long list = steps.list("Feed");
      long person = steps.people(1, list).get(0);
      EmailContent content =
          new EmailContent(
              "news",
              "",
              EmailContent.Style.FRAMED,
              List.of(
                  new EmailBlock.Feed("http://127.0.0.1:" + site.getAddress().getPort() + "/f", 3)),
              "",
              List.of());
      LocalDateTime start = LocalDateTime.ofInstant(server.clock.instant(), DUBLIN).plusDays(1);
      Repeat daily = new Repeat(Repeat.Unit.DAYS, 1, null, null, null);
      Repeat.Course course =
          new Repeat.Course(daily, start, start.toLocalTime(), null, Optional.of(3));
      Mailing mailing =
          steps.save(
              new MailingSettings(
                  "",
                  content,
                  Recipients.of(list),
                  Optional.empty(),
                  SendWhen.repeated(course),
                  Optional.empty(),
                  true));
      mailings.schedule(mailing.id(), mailing.version());
      server.forward(Duration.ofDays(1));
      assertThat(steps.text(person))
          .contains("First paper", "Second paper")
          .doesNotContain("alert(");
      server.forward(Duration.ofDays(1));
      assertThat(steps.count(person, "news")).isEqualTo(1);
      feed.set(rss("2026-01-03", "Third paper", "2026-01-02", "Second paper"));
      server.forward(Duration.ofDays(1));
      assertThat(steps.count(person, "news")).isEqualTo(2);
      assertThat(steps.text(person)).contains("Third paper").doesNotContain("Second paper");
    } finally {
      site.stop(0);
    }
  }

  @Test
  void whatWouldGoWrong_isSaidBefore_andNothingGoesOut() {
    Mailing empty = mailings.add(new EmailContent("", "", "", jeton.core.email.EmailButton.NONE));
    assertThat(server.bean(Outlook.class).of(empty.id(), empty.settings()).keeps())
        .extracting(jeton.core.problem.Problem::field)
        .contains("content.subject", "content.blocks");
    Http.Answer answer =
        server
            .owner()
            .json(
                "POST",
                "/api/mailings/" + empty.id() + "/schedule",
                Map.of("version", empty.version()));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(mailings.get(empty.id()).state()).isEqualTo(Mailing.State.DRAFT);
  }
}
