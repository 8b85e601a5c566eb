package jeton.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Random;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.people.TagChange;
import jeton.core.rehearsal.Moment;
import jeton.core.rehearsal.Visitor;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.SendingSettings;
import jeton.server.confirm.Confirmations;
import jeton.server.editing.SequenceEdits;
import jeton.server.followup.DueStarts;
import jeton.server.followup.RunMover;
import jeton.server.form.Forms;
import jeton.server.handover.GivenUses;
import jeton.server.leaving.Departures;
import jeton.server.mail.Dispatcher;
import jeton.server.mail.Outbox;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.signup.SignUps;
import jeton.server.tag.Tags;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/**
 * What a rehearsal foretells is what the engine does: random configurations and visitors through
 * both, the engine on a moved clock with a real database and real mail, every moment compared to
 * the millisecond. {@code -Djeton.foretold=50} for fewer while writing.
 */
class ForetoldTest {
  private static final int CONFIGURATIONS = Integer.getInteger("jeton.foretold", 1000);
  private static final int ROUNDS = 2;
  private static final List<String> ZONES =
      List.of("Europe/Dublin", "America/New_York", "Asia/Kolkata", "Pacific/Chatham");
  private static final List<String> TAGS = List.of("red", "blue");

  private final TestServer server = TestServer.get();
  private final Random chance = new Random(20261125);
  private final PriorityQueue<Act> acts =
      new PriorityQueue<>(Comparator.comparing(Act::at).thenComparing(Act::number));
  private int number;

  private record Act(Instant at, int number, Runnable work) {}

  /** One configuration with its visitor, and what was foretold. */
  private record Case(Offer offer, Visitor visitor, String email, List<Moment> foretold) {}

  @AfterEach
  void backToUsual() {
    Business business = server.bean(Business.class);
    business.save(business.now().version(), TestServer.quireAndThread());
  }

  @Test
  void randomConfigurations_happenAsForetold() {
    TAGS.forEach(server.bean(Tags.class)::make);
    for (int round = 0; round < ROUNDS; round++) {
      server.settle();
      configure(ZONES.get(round), round % 2 == 0 ? 0 : 30);
      List<Case> cases = cases(CONFIGURATIONS / ROUNDS);
      live();
      for (Case one : cases) {
        assertThat(lived(one))
            .as("%s in %s", one.visitor(), ZONES.get(round))
            .isEqualTo(foretold(one.foretold()));
      }
      retire(cases);
    }
  }

  private void configure(String zone, int spacingHours) {
    Business business = server.bean(Business.class);
    BusinessSettings b = business.now().settings();
    business.save(
        business.now().version(),
        new BusinessSettings(
            b.name(),
            b.postalAddress(),
            b.senderName(),
            b.senderEmail(),
            b.replyTo(),
            zone,
            b.palette(),
            b.logo(),
            b.whenUnknown(),
            b.fields(),
            b.checks(),
            new SendingSettings(2, 0, 0, spacingHours, false, false),
            b.pages()));
  }

  private List<Case> cases(int count) {
    List<Offer> offers =
        server
            .bean(TransactionOperations.class)
            .execute(status -> Stream.generate(this::offer).limit(count).toList());
    List<Case> cases = new ArrayList<>();
    for (Offer offer : offers) {
      Visitor visitor = visitor();
      String email = "v" + number++ + "." + offer.id() + "@mail.example";
      Case one =
          new Case(offer, visitor, email, server.bean(Stage.class).moments(offer.id(), visitor));
      cases.add(one);
      plan(one);
    }
    return cases;
  }

  private Offer offer() {
    Offers offers = server.bean(Offers.class);
    Offer made = offers.make("Random " + number++, OfferKind.DOWNLOAD);
    OfferSettings s = made.settings();
    ConfirmSettings c = s.confirm();
    HandOverSettings h = s.handOver();
    Optional<Integer> days = maybe(() -> 1 + chance.nextInt(4));
    Offer saved =
        offers.save(
            made.id(),
            made.version(),
            new OfferSettings(
                s.name(),
                s.slug(),
                new ConfirmSettings(
                    chance.nextInt(4) > 0,
                    letter(c.email()),
                    c.waiting(),
                    c.confirmed(),
                    1 + chance.nextInt(5),
                    chance.nextBoolean()),
                new HandOverSettings(
                    false,
                    chance.nextBoolean(),
                    letter(h.email()),
                    h.page(),
                    new PassLimits(days, Optional.empty()),
                    again(),
                    Stream.generate(this::tagChange).limit(chance.nextInt(3)).toList())));
    Sequences sequences = server.bean(Sequences.class);
    Sequence own = sequences.ofOffer(saved.id());
    server.bean(SequenceEdits.class).save(own.id(), own.version(), draft(rules(saved.id(), true)));
    if (chance.nextInt(3) == 0) {
      Sequence other = sequences.make("Other " + number++);
      server
          .bean(SequenceEdits.class)
          .save(other.id(), other.version(), draft(rules(saved.id(), false)));
    }
    return offers.changeState(saved.id(), OfferState.LIVE);
  }

  private TagChange tagChange() {
    return new TagChange(
        pick(TagChange.When.values()),
        TAGS.get(chance.nextInt(TAGS.size())),
        chance.nextInt(4) > 0);
  }

  /**
   * A sequence of its own starts by the pass: by tag it would start for the others' visitors too.
   */
  private SequenceRules rules(long offerId, boolean own) {
    Goal goal =
        switch (chance.nextInt(4)) {
          case 0 -> new Goal(Goal.Kind.TAG_GAINED, TAGS.get(chance.nextInt(TAGS.size())));
          case 1 -> new Goal(Goal.Kind.PASS_USED, "");
          default -> Goal.NONE;
        };
    Start start =
        own
            ? Start.BY_SIGN_UP
            : new Start(
                List.of(Start.Kind.PASS_USED, Start.Kind.PASS_NOT_USED, Start.Kind.ENDS_SOON)
                    .get(chance.nextInt(3)),
                Optional.of(offerId),
                "",
                1 + chance.nextInt(3),
                "");
    return new SequenceRules(chance.nextBoolean(), goal, start, again());
  }

  private RunAgain again() {
    return switch (chance.nextInt(3)) {
      case 0 -> RunAgain.NEVER;
      case 1 -> new RunAgain(RunAgain.When.EVERY_TIME, 0);
      default -> new RunAgain(RunAgain.When.AFTER_DAYS, 1 + chance.nextInt(3));
    };
  }

  private SequenceDraft draft(SequenceRules rules) {
    List<SequenceDraft.StepDraft> steps =
        IntStream.range(0, 1 + chance.nextInt(3)).mapToObj(this::step).toList();
    return new SequenceDraft("S", rules, steps, false);
  }

  private SequenceDraft.StepDraft step(int i) {
    EmailContent email = letter(new EmailContent("step " + i, "", "<p>x</p>", EmailButton.NONE));
    return new SequenceDraft.StepDraft(
        Optional.empty(), Optional.empty(), 0, chance.nextInt(6) > 0, stepRules(), email);
  }

  /** Plain letters: this is about moments, and a frame takes a moment to draw. */
  private static EmailContent letter(EmailContent email) {
    return new EmailContent(
        email.subject(), email.preview(), EmailContent.Style.LETTER, email.blocks(), "", List.of());
  }

  private StepRules stepRules() {
    Wait.Unit unit = pick(Wait.Unit.values());
    int amount = unit == Wait.Unit.DAYS ? chance.nextInt(4) : 7 * chance.nextInt(2);
    boolean at = unit == Wait.Unit.DAYS && chance.nextBoolean();
    boolean window = chance.nextInt(3) == 0;
    List<DayOfWeek> days =
        chance.nextBoolean()
            ? List.of(DayOfWeek.values())
            : Stream.of(DayOfWeek.values()).filter(d -> chance.nextInt(3) > 0).toList();
    Condition.Kind kind =
        chance.nextBoolean() ? Condition.Kind.ALWAYS : pick(Condition.Kind.values());
    return new StepRules(
        amount,
        unit,
        at ? "10:30" : "",
        days.isEmpty() ? List.of(DayOfWeek.MONDAY) : days,
        window ? "09:15" : "",
        window ? "17:00" : "",
        // Nobody comes to anything by a download: by outcome is never, or always.
        new Condition(kind, TAGS.get(chance.nextInt(TAGS.size())), 0, "o1"));
  }

  private Visitor visitor() {
    Instant start = server.clock.instant().plus(Duration.ofMinutes(5)).plus(span(2, 40_000));
    return new Visitor(
        start,
        maybe(() -> ZONES.get(chance.nextInt(ZONES.size()))),
        Map.of(),
        chance.nextInt(8) == 0 ? Optional.empty() : Optional.of(span(3, 500_000)),
        maybe(() -> span(2, 540_000)),
        maybe(() -> span(2, 720_000)),
        chance.nextInt(6) == 0 ? Optional.of(span(2, 541_000)) : Optional.empty());
  }

  /**
   * One of a few spans with odd milliseconds, drawn anew for each of these kinds: many visitors
   * then share their moments, which is harder on the engine and quicker to live through.
   */
  private Duration span(int different, int mostSeconds) {
    int which = chance.nextInt(different);
    return Duration.ofMillis(
        1L + new Random(31L * different + 7L * which + mostSeconds).nextInt(mostSeconds * 1000));
  }

  private <T> Optional<T> maybe(Supplier<T> value) {
    return chance.nextBoolean() ? Optional.of(value.get()) : Optional.empty();
  }

  private <T> T pick(T[] values) {
    return values[chance.nextInt(values.length)];
  }

  /** The visitor's acts, for the engine. */
  private void plan(Case one) {
    Instant start = one.visitor().signsUp();
    at(start, () -> signUp(one));
    one.visitor().confirmsAfter().ifPresent(d -> at(start.plus(d), () -> confirm(one)));
    one.visitor().signsUpAgainAfter().ifPresent(d -> at(start.plus(d), () -> signUp(one)));
    one.visitor()
        .leavesAfter()
        .ifPresent(
            d ->
                at(
                    start.plus(d),
                    () -> departures().leave(personId(one), "on the page", Optional.empty())));
    // The pass is used some time after it was first handed over, which the rehearsal knows.
    Stream.of(Moment.Kind.PASS_USED, Moment.Kind.PASS_RAN_OUT)
        .flatMap(kind -> one.foretold().stream().filter(m -> m.kind() == kind))
        .forEach(moment -> at(moment.at(), () -> use(one, moment.kind())));
  }

  private void at(Instant when, Runnable work) {
    acts.add(new Act(when, number++, work));
  }

  /** Everything in order of time: acts first where both fall on one moment. */
  private void live() {
    while (true) {
      Optional<Instant> act = Optional.ofNullable(acts.peek()).map(Act::at);
      Optional<Instant> next =
          Stream.of(act, due()).flatMap(Optional::stream).min(Instant::compareTo);
      if (next.isEmpty()) {
        return;
      }
      server.clock.moveTo(next.get());
      while (!acts.isEmpty() && acts.peek().at().equals(next.get())) {
        acts.poll().work().run();
      }
      server.settle();
    }
  }

  private Optional<Instant> due() {
    return Stream.of(
            server.bean(Outbox.class).nextDue(),
            server.bean(DueStarts.class).nextDue(),
            server.bean(RunMover.class).nextDue())
        .flatMap(Optional::stream)
        .min(Instant::compareTo);
  }

  private void signUp(Case one) {
    long form = server.bean(Forms.class).hosted(one.offer().id()).id();
    server
        .bean(SignUps.class)
        .signUp(
            one.offer(),
            form,
            new SignUps.Submission(
                one.email(),
                "Aoife",
                List.of(),
                jeton.server.token.Tokens.random(),
                "",
                "",
                one.visitor().zone().orElse(""),
                "127.0.0.0/24",
                Map.of(),
                java.util.Set.of(1L),
                Optional.empty(),
                Optional.empty()));
  }

  private void confirm(Case one) {
    newestToken(one.email())
        .ifPresent(
            token -> server.bean(Confirmations.class).confirm(token, "127.0.0.0/24", "test"));
  }

  private Optional<String> newestToken(String email) {
    return server.mailbox.to(email).stream()
        .map(ReceivedEmail::id)
        .map(id -> new String(server.mailbox.raw(id).orElseThrow()).replace("=\r\n", ""))
        .flatMap(
            raw -> java.util.regex.Pattern.compile("/c/([A-Za-z0-9_-]{27})").matcher(raw).results())
        .map(found -> found.group(1))
        .findFirst();
  }

  private void use(Case one, Moment.Kind foretold) {
    Passes passes = server.bean(Passes.class);
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(
            status -> {
              String token =
                  passes.newLink(new Passes.Holder(personId(one), one.offer().id())).orElseThrow();
              Passes.Opening opening = passes.open(token, "file").orElseThrow();
              assertThat(opening.opened()).isEqualTo(foretold == Moment.Kind.PASS_USED);
              if (opening.firstUse()) {
                server.bean(GivenUses.class).used(one.offer(), personId(one));
              }
            });
  }

  private long personId(Case one) {
    return server
        .bean(JdbcClient.class)
        .sql("SELECT id FROM person WHERE email = :email")
        .param("email", one.email())
        .query(Long.class)
        .single();
  }

  private Departures departures() {
    return server.bean(Departures.class);
  }

  /** What was foretold, as lines that can be compared. */
  private static List<String> foretold(List<Moment> moments) {
    return moments.stream()
        .filter(
            m -> m.isEmail() || m.kind() == Moment.Kind.SKIPPED || m.kind() == Moment.Kind.RUN_ENDS)
        .map(
            m ->
                m.at()
                    + " "
                    + m.kind()
                    + m.step().map(step -> " " + step.id()).orElse("")
                    + m.end().map(end -> " " + end).orElse(""))
        .sorted()
        .toList();
  }

  /** What the database says happened, as the same lines. */
  private List<String> lived(Case one) {
    return server
        .bean(JdbcClient.class)
        .sql(
            """
            SELECT o.settled_at AS at, CONCAT(CASE o.kind WHEN 'FOLLOW_UP' THEN 'SEQUENCE' ELSE o.kind END, '_EMAIL',
                   CASE WHEN o.step_id IS NULL THEN '' ELSE CONCAT(' ', o.step_id) END) AS what
              FROM outbox o JOIN person p ON p.id = o.person_id
             WHERE p.email = :email AND o.state = 'SENT'
            UNION ALL
            SELECT t.at, CONCAT('SKIPPED ', t.step_id)
              FROM run_step t
              JOIN run r ON r.id = t.run_id
              JOIN person p ON p.id = r.person_id
             WHERE p.email = :email AND t.skipped
            UNION ALL
            SELECT r.ended_at, CONCAT('RUN_ENDS ', r.end_reason)
              FROM run r JOIN person p ON p.id = r.person_id
             WHERE p.email = :email AND r.ended_at IS NOT NULL
            """)
        .param("email", one.email())
        .query((row, n) -> jeton.server.database.Utc.read(row, "at") + " " + row.getString("what"))
        .list()
        .stream()
        .sorted()
        .toList();
  }

  /** Later rounds must not meet these again. */
  private void retire(List<Case> cases) {
    cases.forEach(
        one -> server.bean(Offers.class).changeState(one.offer().id(), OfferState.PAUSED));
    server.bean(JdbcClient.class).sql("DELETE FROM run_start").update();
    assertThat(server.bean(Dispatcher.class).dispatchDue()).isZero();
  }
}
