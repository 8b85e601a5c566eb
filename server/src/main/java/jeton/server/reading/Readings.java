package jeton.server.reading;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.email.LinkTag;
import jeton.core.mail.MachineReader;
import jeton.server.business.Business;
import jeton.server.email.Links;
import jeton.server.mail.Outbox;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What becomes of emails at their readers (rule N3): opened, clicked, left by. */
@Service
public class Readings {
  private final ReadingStore store;
  private final Outbox outbox;
  private final Business business;
  private final Landings landings;
  private final ObjectProvider<ClickListener> clicks;
  private final ObjectProvider<OpenListener> opens;
  private final Clock clock;

  Readings(
      ReadingStore store,
      Outbox outbox,
      Business business,
      Landings landings,
      ObjectProvider<ClickListener> clicks,
      ObjectProvider<OpenListener> opens,
      Clock clock) {
    this.store = store;
    this.outbox = outbox;
    this.business = business;
    this.landings = landings;
    this.clicks = clicks;
    this.opens = opens;
    this.clock = clock;
  }

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
    Optional<String> href = landings.href(pressed.linkId());
    Optional<Outbox.Sent> sent = outbox.sent(pressed.outboxId());
    if (href.isEmpty() || sent.isEmpty()) {
      return href.filter(address -> !address.contains("{{"));
    }
    if (!isMachine(sent.get(), fetch)) {
      Instant now = clock.instant();
      noted(sent.get(), store.clicked(pressed.outboxId(), now));
      store.linkClicked(pressed.outboxId(), pressed.linkId(), now);
      List<LinkTag> tags = landings.tags(pressed.outboxId(), sent.get(), href.get());
      clicks.orderedStream().forEach(listener -> listener.clicked(sent.get().email(), tags));
    }
    return Optional.of(landings.filled(href.get(), sent.get()));
  }

  /** The dot in an email was fetched. */
  @Transactional
  public void opened(long outboxId, Fetch fetch) {
    outbox
        .sent(outboxId)
        .ifPresent(
            sent -> {
              if (isMachine(sent, fetch)) {
                noted(sent, store.machineOpened(outboxId, clock.instant()));
              } else if (store.opened(outboxId, clock.instant())) {
                opens.forEach(listener -> listener.opened(sent.email()));
                noted(sent, true);
              }
            });
  }

  /** The email's own pass was looked at: that is a click too. */
  @Transactional
  public void passOpened(long outboxId, Fetch fetch) {
    Optional<Outbox.Sent> reader = outbox.sent(outboxId).filter(sent -> !isMachine(sent, fetch));
    reader.ifPresent(
        sent ->
            clicks.orderedStream().forEach(listener -> listener.clicked(sent.email(), List.of())));
    reader
        .filter(sent -> !sent.untracked())
        .filter(sent -> business.now().settings().sending().followLinks())
        .ifPresent(sent -> noted(sent, store.clicked(outboxId, clock.instant())));
  }

  /** Somebody left by this email's link, in the caller's transaction. */
  public void leftBy(long outboxId) {
    boolean first = store.left(outboxId, clock.instant());
    outbox.sent(outboxId).ifPresent(sent -> noted(sent, first));
  }

  /** Somebody answered this email, in the caller's transaction. */
  public void repliedTo(long outboxId) {
    boolean first = store.replied(outboxId, clock.instant());
    outbox.sent(outboxId).ifPresent(sent -> noted(sent, first));
  }

  /** Somebody told their mailbox that this email is unwanted, in the caller's transaction. */
  public void complainedOf(long outboxId) {
    boolean first = store.complained(outboxId, clock.instant());
    outbox.sent(outboxId).ifPresent(sent -> noted(sent, first));
  }

  /** Only what is new counts. */
  private void noted(Outbox.Sent sent, boolean first) {
    if (first) {
      sent.settledAt().ifPresent(outbox::changed);
    }
  }

  private boolean isMachine(Outbox.Sent sent, Fetch fetch) {
    Duration since =
        sent.settledAt().map(at -> Duration.between(at, clock.instant())).orElse(Duration.ZERO);
    return MachineReader.is(fetch.agent(), fetch.purpose(), since);
  }
}
