package jeton.demo;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.Repeat;
import jeton.core.mailing.SendWhen;
import jeton.core.mailing.TwoSubjects;
import jeton.core.people.ListSettings;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.server.business.PublicUrl;
import jeton.server.mailing.Mailing;
import jeton.server.mailing.Mailings;
import jeton.server.people.Lists;
import jeton.server.segment.Segments;
import org.springframework.stereotype.Component;

/** The lists, segments and emails to many of the sample business. */
@Component
class Letters {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private static final Duration SENT_BEFORE = Duration.ofDays(6);
  private final Lists lists;
  private final Segments segments;
  private final Mailings mailings;
  private final PublicUrl publicUrl;

  Letters(Lists lists, Segments segments, Mailings mailings, PublicUrl publicUrl) {
    this.lists = lists;
    this.segments = segments;
    this.mailings = mailings;
    this.publicUrl = publicUrl;
  }

  /** Three lists and five segments. */
  void make() {
    lists.change(
        ListSettings.FIRST,
        new ListSettings("The bindery letter", "News from the bench, every other Thursday."));
    lists.make(
        new ListSettings("Workshops", "When a new date opens in Tillbrook, and nothing else."));
    lists.make(new ListSettings("Trade prices", "For shops: the price list, twice a year."));
    keep("Readers of the last weeks", happened(Subject.EMAIL_OPENED, "21"));
    keep(
        "Signed up, pass not used",
        Criterion.Condition.of(Subject.SIGNED_UP, Comparison.HAS, "1"),
        Criterion.Condition.of(Subject.PASS_USED, Comparison.HAS_NOT, "1"));
    keep("New this week", Criterion.Condition.of(Subject.SINCE, Comparison.WITHIN_DAYS, "7"));
    keep(
        "Makers of boxes",
        new Criterion.Condition(
            Subject.FIELD, "makes", Comparison.CONTAINS, Optional.of("Boxes"), Optional.empty()));
    keep("Codes not used", Criterion.Condition.of(Subject.CODE_USED, Comparison.HAS_NOT, null));
  }

  /** One letter of last week, one that repeats on Thursdays, and one that is being written. */
  void plan(Instant now, BiConsumer<Instant, Runnable> later) {
    later.accept(now.minus(SENT_BEFORE), this::sendWinterPapers);
    later.accept(now.minus(Duration.ofHours(1)), () -> scheduleThursdays(now));
    later.accept(now.minus(Duration.ofMinutes(50)), this::draft);
  }

  private void keep(String name, Criterion... parts) {
    segments.keep(name, Criterion.Group.all(parts));
  }

  private static Criterion happened(Subject what, String days) {
    return new Criterion.Condition(
        what,
        "",
        Comparison.HAS,
        Optional.empty(),
        Optional.of(new Criterion.When(Comparison.WITHIN_DAYS, days)));
  }

  private void sendWinterPapers() {
    Mailing mailing =
        save(
            new MailingSettings(
                "Winter papers",
                letter(
                    "The winter papers are in",
                    "Six patterns, cut to A4 and A3",
                    "<p>Hello {{first_name}},</p><p>six new patterns came off the trays this week. Two of them fit the covers of your first notebook as they are.</p><p>The blue one dried on the coldest night of the year, and it shows.</p>"),
                Recipients.of(ListSettings.FIRST),
                Optional.empty(),
                SendWhen.now(),
                Optional.of(new TwoSubjects("Six new papers for the winter", 5000, 10_000, 4)),
                false));
    mailings.schedule(mailing.id(), mailing.version());
  }

  private void scheduleThursdays(Instant now) {
    LocalDate thursday =
        LocalDate.ofInstant(now, DUBLIN).with(TemporalAdjusters.next(DayOfWeek.THURSDAY));
    Repeat.Course course =
        new Repeat.Course(
            new Repeat(Repeat.Unit.WEEKS, 2, Set.of(DayOfWeek.THURSDAY), null, null),
            thursday.atStartOfDay(),
            LocalTime.of(9, 0),
            null,
            null);
    EmailContent words =
        letter(
            "From the journal",
            "What happened at the bench",
            "<p>Hello {{first_name}},</p><p>new in the journal since the last letter:</p>");
    List<EmailBlock> blocks = new java.util.ArrayList<>(words.blocks().subList(0, 1));
    blocks.add(new EmailBlock.Feed(publicUrl.of("/standins/journal.xml"), 3));
    blocks.add(words.blocks().get(1));
    Mailing mailing =
        save(
            new MailingSettings(
                "The journal, every other Thursday",
                words.withBlocks(blocks),
                Recipients.of(ListSettings.FIRST),
                Optional.empty(),
                SendWhen.repeated(course),
                Optional.empty(),
                true));
    mailings.schedule(mailing.id(), mailing.version());
  }

  private void draft() {
    LocalDate friday =
        LocalDate.ofInstant(mailings.newest(0, 1).get(0).updatedAt(), DUBLIN)
            .with(TemporalAdjusters.next(DayOfWeek.FRIDAY));
    save(
        new MailingSettings(
            "",
            letter(
                "The last sheets of the winter papers",
                "Two patterns are nearly gone",
                "<p>Hello {{first_name}},</p><p>of the wave and the ring there are eleven sheets left between them. They are not made again.</p>"),
            new Recipients(
                ListSettings.FIRST,
                null,
                Criterion.Group.all(
                    Criterion.Condition.of(Subject.SIGNED_UP, Comparison.HAS, "1"),
                    Criterion.Condition.of(Subject.CODE_USED, Comparison.HAS_NOT, null)),
                null,
                new Criterion.Group(
                    Criterion.Match.ANY,
                    List.of(
                        Criterion.Condition.of(
                            Subject.TAG, Comparison.HAS, WelcomeEmails.READER)))),
            Optional.empty(),
            SendWhen.wherever(friday, LocalTime.of(9, 0)),
            Optional.empty(),
            false));
  }

  private Mailing save(MailingSettings settings) {
    Mailing made = mailings.add(settings.content());
    return mailings.save(made.id(), made.version(), settings);
  }

  private EmailContent letter(String subject, String preview, String html) {
    return new EmailContent(
        subject,
        preview,
        html,
        new EmailButton(
            "See the papers", EmailButton.Target.LINK, "https://quireandthread.example/papers"));
  }
}
