package jeton.server.email;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.email.EmailContent;
import jeton.core.email.FillInText;
import jeton.core.email.Landing;
import jeton.core.email.LinkTag;
import jeton.core.mail.MachineReader;
import jeton.server.business.Business;
import jeton.server.mail.Outbox;
import jeton.server.people.People;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What becomes of emails at their readers (rule N3): opened, clicked, left by. */
@Service
public class Readings {
  private final ReadingStore store;
  private final Outbox outbox;
  private final Business business;
  private final Ears ears;
  private final Clock clock;

  Readings(ReadingStore store, Outbox outbox, Business business, Ears ears, Clock clock) {
    this.store = store;
    this.outbox = outbox;
    this.business = business;
    this.ears = ears;
    this.clock = clock;
  }

  /** Who knows what an email says, and who wants to hear of clicks and openings. */
  @org.springframework.stereotype.Component
  record Ears(
      ObjectProvider<EmailSource> sources,
      ObjectProvider<ClickListener> listeners,
      ObjectProvider<OpenListener> openListeners,
      ObjectProvider<GiftSource> gifts,
      People people) {}

  /** Who fetched something. */
  public record Fetch(String agent, String purpose) {

    /** As far as its headers tell. A look at the headers only is no person's. */
    public static Fetch of(HttpServletRequest request) {
      if (request.getMethod().equals("HEAD")) {
        return new Fetch("", "");
      }
      String purpose =
          Stream.of("Purpose", "Sec-Purpose", "X-Purpose")
              .map(request::getHeader)
              .filter(java.util.Objects::nonNull)
              .findFirst()
              .orElse("");
      return new Fetch(Optional.ofNullable(request.getHeader("User-Agent")).orElse(""), purpose);
    }
  }

  /**
   * A link was pressed.
   *
   * @return where it leads; empty when the address is gone
   */
  @Transactional
  public Optional<String> pressed(Links.Pressed pressed, Fetch fetch) {
    Optional<String> href = store.href(pressed.linkId());
    Optional<Outbox.Sent> sent = outbox.sent(pressed.outboxId());
    if (href.isEmpty() || sent.isEmpty()) {
      return href.filter(address -> !address.contains("{{"));
    }
    if (!isMachine(sent.get(), fetch)) {
      Instant now = clock.instant();
      store.clicked(pressed.outboxId(), now);
      store.linkClicked(pressed.outboxId(), pressed.linkId(), now);
      tell(pressed.outboxId(), sent.get(), href.get());
    }
    return Optional.of(filled(href.get(), sent.get()));
  }

  private void tell(long outboxId, Outbox.Sent sent, String href) {
    Optional<EmailContent> content =
        ears.sources().stream()
            .filter(source -> source.kind() == sent.email().kind())
            .map(s -> s.contents(List.of(new EmailSource.Claimed(outboxId, sent.email()))))
            .flatMap(contents -> contents.values().stream())
            .findFirst();
    List<LinkTag> changes =
        content.map(EmailContent::linkTags).orElse(List.of()).stream()
            .filter(change -> change.href().equals(href))
            .toList();
    ears.listeners().orderedStream().forEach(listener -> listener.clicked(sent.email(), changes));
  }

  /** The dot in an email was fetched. */
  @Transactional
  public void opened(long outboxId, Fetch fetch) {
    outbox
        .sent(outboxId)
        .ifPresent(
            sent -> {
              if (isMachine(sent, fetch)) {
                store.machineOpened(outboxId, clock.instant());
              } else {
                if (store.opened(outboxId, clock.instant())) {
                  ears.openListeners().forEach(listener -> listener.opened(sent.email()));
                }
              }
            });
  }

  /** The email's own pass was looked at: that is a click too. */
  @Transactional
  public void passOpened(long outboxId, Fetch fetch) {
    Optional<Outbox.Sent> reader = outbox.sent(outboxId).filter(sent -> !isMachine(sent, fetch));
    reader.ifPresent(
        sent ->
            ears.listeners()
                .orderedStream()
                .forEach(listener -> listener.clicked(sent.email(), List.of())));
    reader
        .filter(sent -> !sent.untracked())
        .filter(sent -> business.now().settings().sending().followLinks())
        .ifPresent(sent -> store.clicked(outboxId, clock.instant()));
  }

  /** Somebody left by this email's link, in the caller's transaction. */
  public void leftBy(long outboxId) {
    store.left(outboxId, clock.instant());
  }

  private boolean isMachine(Outbox.Sent sent, Fetch fetch) {
    Duration since =
        sent.settledAt().map(at -> Duration.between(at, clock.instant())).orElse(Duration.ZERO);
    return MachineReader.is(fetch.agent(), fetch.purpose(), since);
  }

  private String filled(String href, Outbox.Sent sent) {
    FillInText text = FillInText.ofSaved(href);
    Map<String, String> answers = new HashMap<>();
    if (text.namesAnswers()) {
      answers.putAll(ears.people().answers(sent.email().personId()));
      ears.gifts()
          .ifAvailable(
              gifts -> answers.putAll(gifts.told(sent.email().personId(), sent.email().offerId())));
    }
    EmailWriter.Reader reader =
        new EmailWriter.Reader(sent.firstName(), sent.to(), sent.offerName(), "", "", answers);
    return text.fill(EmailWriter.values(reader, business.now().settings()), Landing.URL);
  }
}
