package jeton.harness;

import static jeton.harness.SampleOffer.newAddress;

import jakarta.mail.internet.MimeMessage;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.SendWhen;
import jeton.core.people.ListSettings;
import jeton.core.people.PersonState;
import jeton.core.signup.EmailAddress;
import jeton.server.mailing.Mailing;
import jeton.server.mailing.Mailings;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.tagging.Tagging;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/** What tests of emails to many do. */
public final class MailingSteps {
  private static final EmailContent WORDS =
      new EmailContent("", "", "<p>Hello {{first_name}}, six papers.</p>", EmailButton.NONE);
  private final TestServer server;
  private final JdbcClient db;
  private int lists;

  public MailingSteps(TestServer server) {
    this.server = server;
    this.db = server.bean(JdbcClient.class);
  }

  /** A new list. */
  public long list(String name) {
    return server.bean(Lists.class).make(new ListSettings(name, "What it is, " + ++lists)).stream()
        .mapToLong(list -> list.list().id())
        .max()
        .orElseThrow();
  }

  public String key(long list) {
    return server.bean(Lists.class).find(list).orElseThrow().key();
  }

  /** New people who are on these lists. */
  public List<Long> people(int n, Long... onLists) {
    List<Long> people = new ArrayList<>();
    Instant now = server.clock.instant();
    for (int i = 0; i < n; i++) {
      people.add(
          server
              .bean(TransactionOperations.class)
              .execute(
                  status -> {
                    long id =
                        server
                            .bean(People.class)
                            .meet(
                                new People.Told(address(), "Ada", Optional.empty()),
                                PersonState.ON_THE_LIST,
                                now)
                            .person()
                            .id();
                    server.bean(Lists.class).join(id, List.of(onLists), Optional.empty());
                    return id;
                  }));
    }
    return people;
  }

  private static EmailAddress address() {
    try {
      return EmailAddress.parse(newAddress());
    } catch (EmailAddress.Refused impossible) {
      throw new AssertionError(impossible);
    }
  }

  public void tag(long person, String tag) {
    server.bean(Tagging.class).byHand(person, tag, true);
  }

  public void zone(long person, String zone) {
    db.sql("UPDATE person SET zone = :zone WHERE id = :id")
        .param("zone", zone)
        .param("id", person)
        .update();
  }

  public MailingSettings settings(String subject, Recipients recipients, SendWhen when) {
    return new MailingSettings(
        "",
        WORDS.withSubject(subject),
        recipients,
        Optional.empty(),
        when,
        Optional.empty(),
        false);
  }

  public Mailing draft(String subject, Recipients recipients, SendWhen when) {
    return save(settings(subject, recipients, when));
  }

  public Mailing save(MailingSettings settings) {
    Mailing made = server.bean(Mailings.class).add(WORDS);
    return server.bean(Mailings.class).save(made.id(), made.version(), settings);
  }

  /** Sends it and does all that is due. */
  public Mailing send(Mailing mailing) {
    server.bean(Mailings.class).schedule(mailing.id(), mailing.version());
    server.settle();
    return mailing;
  }

  /** Who got it. */
  public List<Long> readers(Mailing mailing) {
    return db.sql(
            "SELECT o.person_id FROM outbox o JOIN issue i ON i.id = o.issue_id"
                + " WHERE i.mailing_id = :id AND o.state = 'SENT'")
        .param("id", mailing.id())
        .query(Long.class)
        .list();
  }

  public String address(long person) {
    return server.bean(People.class).get(person).email();
  }

  /** How many emails with a subject are in somebody's mailbox. */
  public long count(long person, String subject) {
    return server.mailbox.to(address(person)).stream()
        .filter(email -> email.subject().equals(subject))
        .count();
  }

  /** Opens whatever they were sent. */
  public void opens(long person) {
    db.sql(
            "INSERT INTO email_reading (outbox_id, opened_at) SELECT id, settled_at FROM outbox"
                + " WHERE person_id = :id AND state = 'SENT'")
        .param("id", person)
        .update();
  }

  /** Numbers of the lists somebody is on. */
  public List<Long> lists(long person) {
    return server.bean(Lists.class).of(person).stream().map(Lists.Membership::listId).toList();
  }

  public String state(long person) {
    return server.bean(People.class).get(person).state().name();
  }

  public MimeMessage newest(long person) {
    return server.mailbox.message(server.mailbox.to(address(person)).get(0).id()).orElseThrow();
  }

  /** The plain text of the newest email. */
  public String text(long person) {
    return SampleOffer.part(newest(person), 0);
  }

  public String leaveLink(long person) {
    try {
      return newest(person).getHeader("List-Unsubscribe")[0].replaceAll("[<>]", "");
    } catch (jakarta.mail.MessagingException unreadable) {
      throw new IllegalStateException(unreadable);
    }
  }
}
