package jeton.server.hook;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.DueWork;
import org.springframework.stereotype.Component;

/**
 * What happened and is not made into messages yet. Messages that wait are their receivers' matter:
 * Today and notices say so.
 */
@Component
class DueHappenings implements DueWork {
  private final HookMessageStore messages;
  private final Hooks hooks;

  DueHappenings(HookMessageStore messages, Hooks hooks) {
    this.messages = messages;
    this.hooks = hooks;
  }

  @Override
  public String name() {
    return "hooks";
  }

  @Override
  public Optional<Instant> oldestDue(Instant now) {
    return hooks.remembered().isEmpty() ? Optional.empty() : messages.oldestHappening();
  }
}
