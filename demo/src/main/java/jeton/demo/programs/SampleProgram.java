package jeton.demo.programs;

import java.util.EnumSet;
import java.util.Set;
import jeton.core.hook.HookKind;
import jeton.core.hook.HookSettings;
import jeton.server.hook.Hook;
import jeton.server.hook.HookSpreading;
import jeton.server.hook.Hooks;
import jeton.standins.hookreceiver.HookReceiver;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The sample business's workshop ledger, told what happens from the first start on. */
@Component
class SampleProgram {
  private static final String NAME = "Workshop ledger";
  private final Hooks hooks;
  private final HookSpreading spreading;
  private final HookReceiver receiver;

  SampleProgram(Hooks hooks, HookSpreading spreading, HookReceiver receiver) {
    this.hooks = hooks;
    this.spreading = spreading;
    this.receiver = receiver;
  }

  /** With each start it listens elsewhere; the first time it is told so that all works. */
  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.LOWEST_PRECEDENCE)
  void connect() {
    Hook hook =
        hooks.all().stream()
            .filter(one -> one.settings().name().equals(NAME))
            .findFirst()
            .map(this::moved)
            .orElseGet(this::made);
    receiver.knows(hook.secret());
  }

  private Hook moved(Hook hook) {
    HookSettings settings = hook.settings();
    return hooks.save(
        hook.id(),
        hook.version(),
        new HookSettings(NAME, receiver.address(), settings.kinds(), settings.offers()));
  }

  private Hook made() {
    Hook hook =
        hooks.make(
            new HookSettings(
                NAME,
                receiver.address(),
                EnumSet.of(
                    HookKind.SIGNED_UP, HookKind.CONFIRMED, HookKind.CODE_USED, HookKind.LEFT),
                Set.of()));
    spreading.test(hook.id());
    return hook;
  }
}
