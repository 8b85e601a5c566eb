package jeton.server.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
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
import jeton.core.mailing.Trial;
import jeton.core.mailing.TwoSubjects;
import jeton.core.people.ListSettings;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.harness.Http;
import jeton.harness.MailingSteps;
import jeton.harness.TestServer;
import jeton.server.leaving.Departures;
import jeton.server.problem.Refused;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Rules B: emails to many. */
class MailingTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private final TestServer server = TestServer.get();
  private final MailingSteps steps = new MailingSteps(server);
  private final Mailings mailings = server.bean(Mailings.class);
  private final Issues issues = server.bean(Issues.class);

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
  void whoLeavesWhileItGoes_getsItNoMore() {
    long list = steps.list("Slow");
    List<Long> people = steps.people(3, list);
    Mailing mailing = steps.draft("x", Recipients.of(list), SendWhen.now());
    mailings.schedule(mailing.id(), mailing.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    server.bean(Departures.class).leaveLists(people.get(1), List.of(list), "x", Optional.empty());
    server.settle();
    assertThat(steps.readers(mailing)).containsExactlyInAnyOrder(people.get(0), people.get(2));
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

  private List<Long> found(Subject what, String email) {
    Map<String, Object> question =
        Map.of(
            "kind",
            "GROUP",
            "match",
            "ALL",
            "parts",
            List.of(Map.of("kind", "CONDITION", "what", what.name(), "op", "HAS", "value", email)));
    Http.Answer answer =
        server
            .owner()
            .json(
                "POST",
                "/api/people/search",
                Map.of("words", "", "question", question, "page", 0, "size", 50));
    assertThat(answer.status()).as(answer.body()).isEqualTo(200);
    return answer
        .json()
        .get("rows")
        .valueStream()
        .map(row -> row.at("/person/id").asLong())
        .sorted()
        .toList();
  }

  @Test
  void comesAgain_whenItShould_andMakesUpForOneMissedTimeOnly() {
    long list = steps.list("Weekly");
    long person = steps.people(1, list).get(0);
    LocalDate monday =
        LocalDate.ofInstant(server.clock.instant(), DUBLIN).plusWeeks(1).with(DayOfWeek.MONDAY);
    Repeat weekly = new Repeat(Repeat.Unit.WEEKS, 1, Set.of(DayOfWeek.MONDAY), null, null);
    Repeat.Course course =
        new Repeat.Course(weekly, monday.atStartOfDay(), LocalTime.of(9, 0), null, Optional.of(5));
    Mailing mailing = steps.draft("weekly", Recipients.of(list), SendWhen.repeated(course));
    mailings.schedule(mailing.id(), mailing.version());
    Instant first = monday.atTime(9, 0).atZone(DUBLIN).toInstant();
    assertThat(mailings.get(mailing.id()).nextAt()).contains(first);
    server.clock.moveTo(first.minusMillis(1));
    server.settle();
    assertThat(steps.count(person, "weekly")).isZero();
    server.forward(Duration.ofMillis(1));
    assertThat(steps.count(person, "weekly")).isEqualTo(1);
    // A clock set back, and going past the moment again, sends nothing twice.
    server.clock.back(Duration.ofHours(2));
    server.settle();
    server.forward(Duration.ofHours(2));
    assertThat(steps.count(person, "weekly")).isEqualTo(1);
    // Three weeks away: the newest one is made up for.
    server.forward(Duration.ofDays(22));
    assertThat(steps.count(person, "weekly")).isEqualTo(2);
    server.forward(Duration.ofDays(30));
    assertThat(steps.count(person, "weekly")).isEqualTo(3);
    assertThat(mailings.get(mailing.id()).state()).isEqualTo(Mailing.State.ENDED);
  }

  @Test
  void atNineWhereverTheyAre() {
    long list = steps.list("Everywhere");
    List<Long> people = steps.people(3, list);
    steps.zone(people.get(0), "Pacific/Auckland");
    steps.zone(people.get(1), "America/New_York");
    LocalDate day = LocalDate.ofInstant(server.clock.instant(), DUBLIN).plusDays(3);
    Mailing mailing =
        steps.draft("nine", Recipients.of(list), SendWhen.wherever(day, LocalTime.of(9, 0)));
    Outlook.Forecast forecast = server.bean(Outlook.class).of(mailing.id(), mailing.settings());
    assertThat(forecast.hours()).extracting(Outlook.HourCount::people).containsExactly(1L, 1L, 1L);
    mailings.schedule(mailing.id(), mailing.version());
    for (String zone : List.of("Pacific/Auckland", "Europe/Dublin", "America/New_York")) {
      Instant nine = day.atTime(9, 0).atZone(ZoneId.of(zone)).toInstant();
      int before = steps.readers(mailing).size();
      server.clock.moveTo(nine.minusMillis(1));
      server.settle();
      assertThat(steps.readers(mailing)).hasSize(before);
      server.forward(Duration.ofMillis(1));
      assertThat(steps.readers(mailing)).hasSize(before + 1);
    }
  }

  @Test
  void canBePaused_goneOnWith_andStopped() {
    long list = steps.list("Paused");
    steps.people(4, list);
    Mailing mailing = steps.draft("x", Recipients.of(list), SendWhen.now());
    mailings.schedule(mailing.id(), mailing.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    long issue = issues.of(List.of(mailing.id())).get(0).id();
    issues.pause(issue);
    server.settle();
    assertThat(steps.readers(mailing)).isEmpty();
    issues.goOn(issue);
    issues.pause(issue);
    issues.stop(issue);
    server.settle();
    assertThat(steps.readers(mailing)).isEmpty();
    assertThat(issues.numbers(List.of(issue)).get(issue).get("A").dropped()).isEqualTo(4);
    Mailing other = steps.draft("y", Recipients.of(list), SendWhen.now());
    mailings.schedule(other.id(), other.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    long second = issues.of(List.of(other.id())).get(0).id();
    issues.pause(second);
    server.settle();
    issues.goOn(second);
    server.settle();
    assertThat(steps.readers(other)).hasSize(4);
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
  void isSentAgain_toThoseWhoDidNotOpen_onceAndNotBeforeADayIsOver() {
    long list = steps.list("Again");
    List<Long> people = steps.people(3, list);
    Mailing first = steps.send(steps.draft("first", Recipients.of(list), SendWhen.now()));
    steps.opens(people.get(1));
    Mailing again = mailings.again(first.id());
    assertThat(mailings.again(first.id()).id()).isEqualTo(again.id());
    MailingSettings named =
        again.settings().withContent(again.settings().content().withSubject("second try"));
    Mailing saved = mailings.save(again.id(), again.version(), named);
    Assertions.assertThatThrownBy(() -> mailings.schedule(saved.id(), saved.version()))
        .isInstanceOfSatisfying(
            Refused.class,
            refused -> assertThat(refused.problems().get(0).code()).isEqualTo("too_soon"));
    server.forward(Duration.ofHours(24));
    steps.send(saved);
    assertThat(steps.readers(saved)).containsExactlyInAnyOrder(people.get(0), people.get(2));
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
  void spacing_countsWhatWentToManyToo() {
    long list = steps.list("Spaced");
    long person = steps.people(1, list).get(0);
    jeton.server.business.Business business = server.bean(jeton.server.business.Business.class);
    var before = business.now();
    jeton.server.business.SendingSettings spaced =
        new jeton.server.business.SendingSettings(2, 0, 0, 10, true, true);
    business.save(before.version(), before.settings().withSending(spaced));
    try {
      steps.send(steps.draft("one", Recipients.of(list), SendWhen.now()));
      steps.send(steps.draft("two", Recipients.of(list), SendWhen.now()));
      assertThat(steps.count(person, "one")).isEqualTo(1);
      server.forward(Duration.ofHours(10).minusMillis(1));
      assertThat(steps.count(person, "two")).isZero();
      server.forward(Duration.ofMillis(1));
      assertThat(steps.count(person, "two")).isEqualTo(1);
    } finally {
      business.save(business.now().version(), before.settings());
    }
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

  private static HttpServer site(AtomicReference<String> feed) throws IOException {
    HttpServer site = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
    site.createContext(
        "/f",
        exchange -> {
          byte[] body = feed.get().getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(200, body.length);
          exchange.getResponseBody().write(body);
          exchange.close();
        });
    site.start();
    return site;
  }

  private static String rss(String... daysAndTitles) {
    StringBuilder items =
        new StringBuilder("<?xml version=\"1.0\"?><rss version=\"2.0\"><channel>");
    for (int i = 0; i < daysAndTitles.length; i += 2) {
      String date =
          java.time.format.DateTimeFormatter.RFC_1123_DATE_TIME.format(
              LocalDate.parse(daysAndTitles[i]).atStartOfDay(ZoneId.of("UTC")));
      items
          .append("<item><title>")
          .append(daysAndTitles[i + 1])
          .append("</title><link>https://q.example/")
          .append(i)
          .append("</link><pubDate>")
          .append(date)
          .append("</pubDate><description>&lt;script&gt;alert(1)&lt;/script&gt;About it")
          .append("</description></item>");
    }
    return items.append("</channel></rss>").toString();
  }
}
