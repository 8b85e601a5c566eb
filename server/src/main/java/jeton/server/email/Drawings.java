package jeton.server.email;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import jeton.core.email.EmailContent;
import jeton.server.business.Business;
import jeton.server.database.Outage;
import jeton.server.mail.EmailDrawer;
import jeton.server.mail.OutgoingEmail;
import jeton.server.markup.Gift;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.smtp.RawEmail;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/**
 * Draws the emails of a claim. Many say the same: what each version says is looked up once for all
 * of them. When that fails, each is drawn alone, so that one that cannot be drawn holds up nobody.
 */
@Component
class Drawings implements EmailDrawer {
  private static final Logger LOG = LoggerFactory.getLogger(Drawings.class);
  private final EmailWriter writer;
  private final Business business;
  private final LeaveLinks leaving;
  private final People people;
  private final Lists lists;
  private final Supplier<Map<OutgoingEmail.Kind, EmailSource>> sources;
  private final Supplier<Optional<GiftSource>> gifts;

  /** Sources come late: they belong to capabilities that use the outbox. */
  Drawings(
      EmailWriter writer,
      Business business,
      LeaveLinks leaving,
      People people,
      Lists lists,
      ObjectProvider<EmailSource> sources,
      ObjectProvider<GiftSource> gifts) {
    this.writer = writer;
    this.business = business;
    this.leaving = leaving;
    this.people = people;
    this.lists = lists;
    // Looked up once: asking the context costs more than reading a batch.
    this.sources =
        SingletonSupplier.of(
            () ->
                sources.stream().collect(Collectors.toMap(EmailSource::kind, Function.identity())));
    this.gifts = SingletonSupplier.of(() -> Optional.ofNullable(gifts.getIfAvailable()));
  }

  @Override
  public Map<Long, Drawing> draw(List<Claimed> claimed) {
    Map<Long, Drawing> drawings = new HashMap<>();
    claimed.stream()
        .collect(Collectors.groupingBy(c -> c.email().kind()))
        .values()
        .forEach(sameKind -> drawings.putAll(drawTogether(sameKind)));
    return drawings;
  }

  private Map<Long, Drawing> drawTogether(List<Claimed> sameKind) {
    try {
      return drawAll(sameKind);
    } catch (RuntimeException fault) {
      if (passes(fault)) {
        throw fault;
      }
      LOG.warn("A batch of emails is drawn one by one: {}", fault.getClass().getName());
    }
    Map<Long, Drawing> drawings = new HashMap<>();
    for (Claimed claimed : sameKind) {
      try {
        drawings.putAll(drawAll(List.of(claimed)));
      } catch (RuntimeException fault) {
        if (passes(fault)) {
          throw fault;
        }
        LOG.error("Email {} cannot be drawn", claimed.outboxId(), fault);
        drawings.put(claimed.outboxId(), new Drawing.Failed(why(fault)));
      }
    }
    return drawings;
  }

  /** A database that is away or busy is nobody's fault. */
  private static boolean passes(RuntimeException fault) {
    return Outage.isBehind(fault) || fault instanceof TransientDataAccessException;
  }

  private static String why(RuntimeException fault) {
    String said = fault.getMessage() == null ? "" : ": " + fault.getMessage();
    return "This email could not be drawn (" + fault.getClass().getSimpleName() + said + ")";
  }

  private Map<Long, Drawing> drawAll(List<Claimed> sameKind) {
    EmailSource source =
        Optional.ofNullable(sources.get().get(sameKind.get(0).email().kind())).orElseThrow();
    List<EmailSource.Claimed> asked =
        sameKind.stream().map(c -> new EmailSource.Claimed(c.outboxId(), c.email())).toList();
    Map<Long, EmailContent> contents = source.contents(asked);
    Map<Long, Drawing> drawings = new HashMap<>();
    source.held(asked).forEach(id -> drawings.put(id, new Drawing.Held()));
    Batch batch = new Batch();
    List<EmailSource.Written> wanted = new ArrayList<>();
    for (Claimed claimed : sameKind) {
      EmailContent content = contents.get(claimed.outboxId());
      if (content != null && !drawings.containsKey(claimed.outboxId())) {
        wanted.add(new EmailSource.Written(claimed.outboxId(), claimed.email(), content));
      }
    }
    Map<Long, Long> listIds = asked.isEmpty() ? Map.of() : source.lists(asked);
    Map<Long, String> links = wanted.isEmpty() ? Map.of() : source.makeLinks(wanted);
    Map<Long, Map<String, String>> answers = answers(wanted, batch);
    Map<Long, Map<String, String>> told = told(wanted);
    Map<Long, Claimed> byId =
        sameKind.stream().collect(Collectors.toMap(Claimed::outboxId, Function.identity()));
    for (EmailSource.Written written : wanted) {
      Claimed claimed = byId.get(written.outboxId());
      drawings.put(
          written.outboxId(),
          ready(
              claimed,
              batch.version(written),
              new Ways(
                  links.getOrDefault(written.outboxId(), ""),
                  Optional.ofNullable(listIds.get(written.outboxId())).flatMap(lists::find)),
              known(
                  // Of what a visitor typed, nothing but a name goes to an unconfirmed address
                  // (S14).
                  claimed.reader().confirmed()
                      ? answers.getOrDefault(written.email().personId(), Map.of())
                      : Map.of(),
                  told.getOrDefault(written.outboxId(), Map.of()))));
    }
    return drawings;
  }

  private static Map<String, String> known(Map<String, String> answers, Map<String, String> told) {
    if (told.isEmpty()) {
      return answers;
    }
    Map<String, String> known = new HashMap<>(answers);
    known.putAll(told);
    return known;
  }

  /** What readers were given. A confirmation is for whoever was given nothing yet. */
  private Map<Long, Map<String, String>> told(List<EmailSource.Written> wanted) {
    Map<Long, GiftSource.Holder> holders = new HashMap<>();
    for (EmailSource.Written written : wanted) {
      if (written.email().kind() != OutgoingEmail.Kind.CONFIRMATION) {
        written
            .email()
            .offerId()
            .ifPresent(
                offer ->
                    holders.put(
                        written.outboxId(),
                        new GiftSource.Holder(
                            written.email().personId(),
                            offer,
                            written.email().kind() == OutgoingEmail.Kind.DELIVERY)));
      }
    }
    return gifts.get().map(source -> source.told(holders)).orElse(Map.of());
  }

  private Map<Long, Map<String, String>> answers(List<EmailSource.Written> wanted, Batch batch) {
    return people.answers(
        wanted.stream()
            .filter(written -> batch.version(written).namesAnswers())
            .map(written -> written.email().personId())
            .toList());
  }

  /** Versions of one batch, each looked up once. */
  private final class Batch {
    private final Map<EmailContent, Map<Optional<Long>, EmailWriter.Ready>> versions =
        new IdentityHashMap<>();

    EmailWriter.Ready version(EmailSource.Written written) {
      return versions
          .computeIfAbsent(written.content(), content -> new HashMap<>())
          .computeIfAbsent(written.email().offerId(), offerId -> made(written, offerId));
    }

    private EmailWriter.Ready made(EmailSource.Written written, Optional<Long> offerId) {
      Gift gift = gifts.get().flatMap(source -> offerId.map(source::of)).orElse(Gift.NONE);
      return writer.ready(written.content(), written.email().kind(), gift);
    }
  }

  /** Where an email leads: to what is handed over, and what list it is left by. */
  private record Ways(String link, Optional<Lists.MailingList> list) {}

  private Drawing.Ready ready(
      Claimed claimed, EmailWriter.Ready version, Ways ways, Map<String, String> answers) {
    return at -> write(claimed, version, ways, answers, at);
  }

  private Written write(
      Claimed claimed,
      EmailWriter.Ready version,
      Ways ways,
      Map<String, String> answers,
      Instant at) {
    Reader reader = claimed.reader();
    boolean confirms = claimed.email().kind() == OutgoingEmail.Kind.CONFIRMATION;
    String leaveLink = leaving.address(claimed.email().personId(), claimed.outboxId());
    EmailWriter.Reader known =
        new EmailWriter.Reader(
            reader.firstName(), reader.to(), reader.offerName(), ways.link(), leaveLink, answers);
    WrittenEmail written =
        reader.untracked() || confirms
            ? version.write(known)
            : version.write(known, claimed.outboxId());
    Composer.Envelope envelope =
        new Composer.Envelope(
            reader.messageId(),
            reader.to(),
            confirms ? Optional.empty() : Optional.of(leaveLink),
            ways.list(),
            at);
    RawEmail email = Composer.compose(written, envelope, business.now().settings());
    return new Written(written.subject(), email);
  }
}
