package jeton.server.notice;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.core.signup.EmailAddress;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.email.OwnerMail;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.problem.TooOften;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who is told what happens. Each owner is; a further address is once it confirmed, so that nobody
 * can be written to at a stranger's wish.
 */
@Service
class NoticeReaders {
  private static final String TOKEN = "notice";
  private static final int MOST = 20;

  private final NoticeReaderStore store;
  private final Remembered<List<NoticeReader>> told;
  private final ConfigurationVersion configuration;
  private final OwnerMail mail;
  private final Business business;
  private final Tokens tokens;
  private final PublicUrl publicUrl;
  private final Clock clock;

  NoticeReaders(
      NoticeReaderStore store,
      ConfigurationVersion configuration,
      OwnerMail mail,
      Business business,
      Tokens tokens,
      PublicUrl publicUrl,
      Clock clock) {
    this.store = store;
    this.configuration = configuration;
    this.mail = mail;
    this.business = business;
    this.tokens = tokens;
    this.publicUrl = publicUrl;
    this.clock = clock;
    this.told =
        new Remembered<>(
            configuration, () -> store.all().stream().filter(NoticeReader::isTold).toList());
  }

  /** All whom anything is sent to; from memory. */
  List<NoticeReader> told() {
    return told.now();
  }

  /** All of them, the owners first. */
  @Transactional
  List<NoticeReader> all() {
    addOwners();
    return store.all();
  }

  NoticeReader get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This address"));
  }

  /** Owners who are new are told from now on, and addresses nobody asked yet are asked. */
  @Transactional
  void look() {
    addOwners();
    store.neverAsked().forEach(reader -> ask(reader, clock.instant()));
  }

  private void addOwners() {
    if (store.addOwners(NoticeSettings.ofOwner(), clock.instant()) > 0) {
      configuration.changed();
    }
  }

  /** Adds a further address, and asks it. */
  @Transactional
  List<NoticeReader> add(String email) {
    EmailAddress address = address(email);
    List<NoticeReader> all = all();
    if (all.size() >= MOST) {
      throw new Refused("email", "too_many", "At most " + MOST + " addresses in all.");
    }
    Instant now = clock.instant();
    checkPace(address.compareKey(), now);
    if (!store.add(address.send(), address.compareKey(), NoticeSettings.ofFurther(), now)) {
      throw new Refused("email", "taken", "This address stands here already.");
    }
    store.neverAsked().forEach(reader -> ask(reader, now));
    return store.all();
  }

  /** Asks a further address once more, as often as anybody is asked (S4). */
  @Transactional
  void askAgain(long id) {
    NoticeReader reader = store.lock(id).orElseThrow(() -> new NotThere("This address"));
    Instant now = clock.instant();
    if (reader.isTold()) {
      return;
    }
    checkPace(address(reader.email()).compareKey(), now);
    ask(reader, now);
  }

  private static EmailAddress address(String email) {
    try {
      return EmailAddress.parse(email);
    } catch (EmailAddress.Refused refused) {
      throw new Refused("email", refused.fault().code(), refused.fault().message());
    }
  }

  private void checkPace(String key, Instant now) {
    List<Instant> asked = store.asked(key, now.minus(ConfirmationRules.WINDOW));
    if (!ConfirmationRules.maySend(asked, now)) {
      throw new TooOften(
          "This address was asked just now. Wait a little before it is asked again.",
          Duration.between(now, ConfirmationRules.next(asked, now)));
    }
  }

  private void ask(NoticeReader reader, Instant now) {
    store.ask(reader.id(), now);
    mail.sendAfterCommit(reader.email(), question(reader));
  }

  private EmailContent question(NoticeReader reader) {
    String name = Words.html(business.now().settings().name());
    return new EmailContent(
        "Do you want to hear what happens at " + Words.line(business.now().settings().name()) + "?",
        "Nothing is sent to you unless you say yes",
        EmailContent.Style.FRAMED,
        List.of(
            EmailBlock.text(
                "<p>Hello,</p><p>somebody at "
                    + name
                    + " wants you to get emails about what happens there: sign-ups, prizes,"
                    + " trouble. Press the button if that is right.</p>"),
            new EmailBlock.Button("Yes, send them to me", EmailButton.Target.LINK, page(reader)),
            EmailBlock.text(
                "<p>If you do not know what this is about, leave it alone: nothing more comes.</p>")),
        "",
        List.of());
  }

  /** The page of a further address: to say yes, and to stop. */
  String page(NoticeReader reader) {
    return publicUrl.of("/n/" + tokens.sign(TOKEN, reader.id(), reader.createdAt().toEpochMilli()));
  }

  /** Whose page it is; empty for a forged link or an address that was removed. */
  Optional<NoticeReader> byToken(String token) {
    return tokens
        .verify(TOKEN, token)
        .flatMap(
            pair ->
                store
                    .find(pair.first())
                    .filter(reader -> reader.createdAt().toEpochMilli() == pair.second()));
  }

  /** The address says yes. Twice has one effect. */
  @Transactional
  void confirm(NoticeReader reader) {
    if (store.confirm(reader.id(), clock.instant())) {
      configuration.changed();
    }
  }

  /** The address says no (more). */
  @Transactional
  void stop(NoticeReader reader) {
    if (store.stop(reader.id(), clock.instant())) {
      configuration.changed();
    }
  }

  /** Changes what a reader is told of. */
  @Transactional
  NoticeReader save(long id, int version, NoticeSettings settings) {
    Refused.unlessNone(settings.check().list());
    NoticeSettings until = get(id).settings();
    if (!store.save(id, version, settings)) {
      throw new ChangedMeanwhile("What this address is told");
    }
    store.forgetUnwanted(id, settings);
    for (NoticePace pace : List.of(NoticePace.DAILY, NoticePace.WEEKLY)) {
      if (settings.wants(pace) && !until.wants(pace)) {
        // What went before was told in another way, or not wanted.
        store.toldTo(id, pace, clock.instant());
      }
    }
    configuration.changed();
    return get(id);
  }

  /** Removes a further address. Owners stay. */
  @Transactional
  List<NoticeReader> remove(long id) {
    if (!store.delete(id)) {
      throw new NotThere("This address");
    }
    configuration.changed();
    return store.all();
  }
}
