package jeton.server.hook;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.hook.HookKind;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Makes messages of what happened, one for each hook that is told of it. One instance at a time, in
 * the order in which it happened: so that what is told about somebody keeps its order.
 */
@Service
public class HookSpreading {
  private static final int SOME = 100;
  private final Hooks hooks;
  private final HookStore store;
  private final HookMessageStore messages;
  private final HookBodies bodies;
  private final TransactionOperations tx;
  private final Clock clock;

  HookSpreading(
      Hooks hooks,
      HookStore store,
      HookMessageStore messages,
      HookBodies bodies,
      TransactionOperations tx,
      Clock clock) {
    this.hooks = hooks;
    this.store = store;
    this.messages = messages;
    this.bodies = bodies;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * Makes some.
   *
   * @return whether there may be more
   */
  boolean work() {
    return Boolean.TRUE.equals(tx.execute(status -> messages.takesTurn() && spread()));
  }

  private boolean spread() {
    List<HookHappening> happenings = messages.happenings(SOME);
    if (happenings.isEmpty()) {
      return false;
    }
    List<Hook> known = store.all();
    List<String> all = bodies.of(happenings);
    Instant now = clock.instant();
    List<HookMessageStore.New> made = new ArrayList<>();
    for (int i = 0; i < happenings.size(); i++) {
      HookHappening one = happenings.get(i);
      for (Hook hook : known) {
        if (hook.settings().tells(one.kind(), one.offerId())) {
          made.add(
              new HookMessageStore.New(
                  hook.id(), messageId(), one.personId(), one.kind(), one.at(), all.get(i)));
        }
      }
    }
    messages.addAll(made, now);
    messages.forget(happenings);
    return true;
  }

  /** A message to one hook about nobody, to see whether it arrives. */
  @Transactional
  public void test(long hookId) {
    hooks.get(hookId);
    Instant now = clock.instant();
    messages.addAll(
        List.of(
            new HookMessageStore.New(
                hookId, messageId(), Optional.empty(), HookKind.TEST, now, bodies.test(now))),
        now);
  }

  private static String messageId() {
    return "msg_" + Tokens.random().substring(0, 23);
  }
}
