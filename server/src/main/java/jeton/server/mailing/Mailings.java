package jeton.server.mailing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.SendWhen;
import jeton.core.people.ListSettings;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.markup.BodyHtml;
import jeton.server.people.Lists;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.segment.Segments;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Emails to many while they are written, scheduled and called off (B1, B2, B4, B6). */
@Service
public class Mailings {
  /** Not sooner is one sent again to those who did not open it (B6). */
  static final Duration AGAIN_AFTER = Duration.ofHours(24);

  private final MailingStore store;
  private final IssueStore issues;
  private final Business business;
  private final Segments segments;
  private final Lists lists;
  private final Clock clock;

  Mailings(
      MailingStore store,
      IssueStore issues,
      Business business,
      Segments segments,
      Lists lists,
      Clock clock) {
    this.store = store;
    this.issues = issues;
    this.business = business;
    this.segments = segments;
    this.lists = lists;
    this.clock = clock;
  }

  private MailingSettings.Known known() {
    return new MailingSettings.Known(business.now().settings().fillIns(), segments.fields());
  }

  /**
   * A page of them, newest first.
   *
   * @param skip how many newer ones there are before it
   */
  public List<Mailing> newest(long skip, int most) {
    return store.newest(skip, most);
  }

  /** How many there are. */
  public long count() {
    return store.count();
  }

  /** Those that go out next, the soonest first. */
  public List<Mailing> upcoming(int most) {
    return store.upcoming(most);
  }

  /** When the next one goes out, if one is scheduled. */
  public Optional<Instant> nextDue() {
    return store.nextDue();
  }

  /** One that must exist. */
  public Mailing get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This email"));
  }

  /** A new one to the first list. */
  @Transactional
  public Mailing add(EmailContent content) {
    MailingSettings settings =
        new MailingSettings(
            "",
            BodyHtml.cleaned(content),
            Recipients.of(ListSettings.FIRST),
            Optional.empty(),
            SendWhen.now(),
            Optional.empty(),
            false);
    return get(store.add(settings, Optional.empty(), clock.instant()));
  }

  /** A draft that says the same to the same people. */
  @Transactional
  public Mailing copy(long id) {
    return get(store.add(get(id).settings(), Optional.empty(), clock.instant()));
  }

  /**
   * A draft for those who got one and neither opened nor clicked it; once for each (B6). Asked for
   * again it is the same draft.
   */
  @Transactional
  public Mailing again(long id) {
    Mailing first = get(id);
    Optional<Mailing> there = store.againOf(id);
    if (there.isPresent()) {
      return there.get();
    }
    if (first.issues() == 0 || first.settings().when().comesAgain()) {
      throw new Refused(
          "id",
          "not_sent",
          "What has gone out once can be sent again to those who did not open it.");
    }
    MailingSettings was = first.settings();
    String key = "m" + id;
    Recipients recipients =
        new Recipients(
            was.recipients().listId(),
            List.of(),
            Criterion.Group.all(
                Criterion.Condition.of(Subject.EMAIL_SENT, Comparison.HAS, key),
                Criterion.Condition.of(Subject.EMAIL_OPENED, Comparison.HAS_NOT, key),
                Criterion.Condition.of(Subject.EMAIL_CLICKED, Comparison.HAS_NOT, key)),
            List.of(),
            null);
    MailingSettings again =
        new MailingSettings(
            was.title() + " (again)",
            was.content().withSubject(""),
            recipients,
            Optional.empty(),
            SendWhen.now(),
            Optional.empty(),
            was.staysAway());
    return get(store.add(again, Optional.of(id), clock.instant()));
  }

  /**
   * Saves a draft.
   *
   * @param version the one the change was made from
   */
  @Transactional
  public Mailing save(long id, int version, MailingSettings draft) {
    MailingSettings settings = draft.withContent(BodyHtml.cleaned(draft.content()));
    check(id, settings);
    Mailing present = get(id);
    if (present.version() == version && present.settings().equals(settings)) {
      return present;
    }
    if (present.state() != Mailing.State.DRAFT) {
      throw new Refused(
          "state", "not_a_draft", "It is set to go out. Call it off first; nothing is lost by it.");
    }
    if (!store.save(id, version, settings, clock.instant())) {
      throw new ChangedMeanwhile("This email");
    }
    return get(id);
  }

  private void check(long id, MailingSettings settings) {
    Problems problems = new Problems();
    settings.check(known(), problems);
    problems.when(
        settings
            .sharesWith()
            .filter(other -> other == id || store.find(other).isEmpty())
            .isPresent(),
        "sharesWith",
        "unknown",
        "The email whose choice of people it shares is gone.");
    Refused.unlessNone(problems.list());
  }

  /** Removes a draft that never went out. */
  @Transactional
  public void remove(long id) {
    get(id);
    if (!store.remove(id)) {
      throw new Refused("id", "gone_out", "What has gone out, or will, cannot be removed.");
    }
  }

  /**
   * Has it go out when its time comes.
   *
   * @param version the one its owner looked at
   */
  @Transactional
  public Mailing schedule(long id, int version) {
    Mailing mailing = get(id);
    Instant now = clock.instant();
    if (mailing.state() != Mailing.State.DRAFT) {
      return mailing;
    }
    Refused.unlessNone(keeps(mailing));
    Instant at =
        mailing
            .settings()
            .when()
            .moment(0, zone(), now)
            .orElseThrow(
                () -> new Refused("when", "never", "By these dates it would never go out."));
    if (!store.schedule(id, version, at.isBefore(now) ? now : at, now)) {
      throw new ChangedMeanwhile("This email");
    }
    return get(id);
  }

  /** Takes it back before it goes out, or lets what comes again come no more (B4). */
  @Transactional
  public Mailing callOff(long id) {
    get(id);
    store.callOff(id, clock.instant());
    return get(id);
  }

  /** What keeps a mailing from going out. */
  List<Problem> keeps(Mailing mailing) {
    MailingSettings settings = mailing.settings();
    Problems problems = new Problems();
    settings.check(known(), problems);
    settings.checkToSend(problems);
    BusinessSettings saved = business.now().settings();
    problems.when(
        saved.postalAddress().isBlank(),
        "business.postalAddress",
        "no_postal_address",
        "Emails to many need your postal address at their foot. Fill it in in Setup.");
    problems.when(
        saved.senderEmail().isBlank(),
        "business.senderEmail",
        "no_sender",
        "Emails have no sender yet. Fill it in in Setup.");
    problems.when(
        business.now().smtp().isEmpty(),
        "business.smtp",
        "no_mail_server",
        "No mail server is set up yet.");
    problems.when(
        lists.find(recipients(settings).listId()).isEmpty(),
        "recipients.listId",
        "no_list",
        "The list it is for has been removed. Choose another one.");
    checkMoment(mailing, problems);
    return problems.list();
  }

  private void checkMoment(Mailing mailing, Problems problems) {
    Instant now = clock.instant();
    Optional<Instant> at = mailing.settings().when().moment(0, zone(), now);
    SendWhen.Kind kind = mailing.settings().when().kind();
    problems.when(
        kind == SendWhen.Kind.AT && at.filter(moment -> moment.isBefore(now)).isPresent(),
        "when.at",
        "past",
        "This moment is over.");
    problems.when(at.isEmpty(), "when", "never", "By these dates it would never go out.");
    mailing
        .againOf()
        .ifPresent(
            first -> {
              Optional<Instant> begun =
                  issues.ofMailings(List.of(first)).stream().map(Issue::begunAt).findFirst();
              Instant sends = at.filter(moment -> moment.isAfter(now)).orElse(now);
              problems.when(
                  begun.filter(b -> sends.isBefore(b.plus(AGAIN_AFTER))).isPresent(),
                  "when",
                  "too_soon",
                  "Leave a day before it is sent again to those who did not open it.");
            });
  }

  /** The choice of people that counts: its own, or the one it shares (B5). */
  Recipients recipients(MailingSettings settings) {
    return settings
        .sharesWith()
        .flatMap(store::find)
        .map(other -> other.settings().recipients())
        .orElse(settings.recipients());
  }

  /** Who is meant, as one question, beside being on the list. */
  Criterion.Group question(MailingSettings settings) {
    Recipients recipients = recipients(settings);
    List<Criterion> all = new ArrayList<>(questions(recipients.segments()));
    all.add(recipients.who());
    List<Criterion> none = new ArrayList<>(questions(recipients.exceptSegments()));
    none.add(recipients.except());
    return Segments.together(all, none);
  }

  /** A segment that is gone finds nobody rather than everybody. */
  private List<Criterion> questions(List<Long> segmentIds) {
    return segmentIds.stream()
        .map(
            id ->
                (Criterion)
                    segments
                        .find(id)
                        .map(Segments.Segment::question)
                        .orElse(new Criterion.Group(Criterion.Match.ANY, List.of())))
        .toList();
  }

  java.time.ZoneId zone() {
    return business.now().settings().zoneId();
  }
}
