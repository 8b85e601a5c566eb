package jeton.server.hook;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jeton.core.hook.HookKind;
import jeton.server.history.History;
import jeton.server.history.HistoryListener;
import org.springframework.stereotype.Component;

/** Notes what is to be told, in the transaction in which it happens: nothing is lost in a crash. */
@Component
class HookMarks implements HistoryListener {
  private static final Map<History.Kind, HookKind> TOLD_AS =
      new EnumMap<>(
          Map.ofEntries(
              Map.entry(History.Kind.SIGNED_UP, HookKind.SIGNED_UP),
              Map.entry(History.Kind.CONFIRMED, HookKind.CONFIRMED),
              Map.entry(History.Kind.HANDED_OVER, HookKind.HANDED_OVER),
              Map.entry(History.Kind.PASS_USED, HookKind.USED),
              Map.entry(History.Kind.GRANT_USED, HookKind.CODE_USED),
              Map.entry(History.Kind.QUIZ_FINISHED, HookKind.QUIZ_FINISHED),
              Map.entry(History.Kind.WON, HookKind.PRIZE_WON),
              Map.entry(History.Kind.TAG_GIVEN, HookKind.TAG_GIVEN),
              Map.entry(History.Kind.TAG_TAKEN, HookKind.TAG_TAKEN),
              Map.entry(History.Kind.LEFT, HookKind.LEFT),
              Map.entry(History.Kind.BOUGHT, HookKind.BOUGHT),
              Map.entry(History.Kind.UNREACHABLE, HookKind.BOUNCED)));

  private final Hooks hooks;
  private final HookMessageStore store;
  private final HookWake wake;

  HookMarks(Hooks hooks, HookMessageStore store, HookWake wake) {
    this.hooks = hooks;
    this.store = store;
    this.wake = wake;
  }

  @Override
  public void happened(List<History.Event> events) {
    List<Hook> known = hooks.remembered();
    if (known.isEmpty()) {
      return;
    }
    List<HookHappening> told =
        events.stream()
            .filter(event -> TOLD_AS.containsKey(event.kind()))
            .map(HookMarks::of)
            .filter(
                one ->
                    known.stream()
                        .anyMatch(hook -> hook.settings().tells(one.kind(), one.offerId())))
            .toList();
    if (!told.isEmpty()) {
      store.happened(told);
      wake.afterCommit();
    }
  }

  private static HookHappening of(History.Event event) {
    return new HookHappening(
        0,
        event.at(),
        TOLD_AS.get(event.kind()),
        event.personId(),
        event.offerId(),
        event.detail());
  }
}
