package jeton.server.amiss;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import jeton.server.backup.BackupRuns;
import jeton.server.hook.Hook;
import jeton.server.hook.Hooks;
import jeton.server.outsidelist.OutsideLists;
import org.springframework.stereotype.Component;

/**
 * Programs elsewhere that take nothing, and back-ups that could not be made, and why. A program
 * that was away for a moment is told later, and no trouble of anybody's.
 */
@Component
public class InstallTroubles {
  private static final Duration PATIENCE = Duration.ofMinutes(15);
  private static final String HOOKS = "/app/setup/connections";
  private static final String LISTS = "/app/setup/outside-lists";
  private static final String UPKEEP = "/app/setup/upkeep";

  private final Hooks hooks;
  private final OutsideLists lists;
  private final BackupRuns backups;
  private final Clock clock;

  InstallTroubles(Hooks hooks, OutsideLists lists, BackupRuns backups, Clock clock) {
    this.hooks = hooks;
    this.lists = lists;
    this.backups = backups;
    this.clock = clock;
  }

  /**
   * Something amiss.
   *
   * @param key the same as long as it is the same trouble
   * @param words with what is kept, and what to do
   * @param href where that is done
   */
  public record InstallTrouble(String key, String words, String href) {}

  /** All there is now. */
  public List<InstallTrouble> now() {
    Instant before = clock.instant().minus(PATIENCE);
    return Stream.of(ofHooks(before), ofLists(before), ofBackups())
        .flatMap(Function.identity())
        .toList();
  }

  private Stream<InstallTrouble> ofHooks(Instant before) {
    List<Hook> all = hooks.areThere() ? hooks.all() : List.of();
    return all.stream()
        .filter(hook -> hook.state() != Hook.State.PAUSED)
        .filter(hook -> hook.failingSince().filter(at -> at.isBefore(before)).isPresent())
        .map(hook -> new InstallTrouble("hook " + hook.id(), words(hook), HOOKS));
  }

  private Stream<InstallTrouble> ofLists(Instant before) {
    List<OutsideLists.ListTrouble> all = lists.areThere() ? lists.troubles(before) : List.of();
    return all.stream().map(one -> new InstallTrouble("list " + one.listId(), one.words(), LISTS));
  }

  private Stream<InstallTrouble> ofBackups() {
    return backups.trouble().stream().map(words -> new InstallTrouble("backup", words, UPKEEP));
  }

  private static String words(Hook hook) {
    String why =
        hook.state() == Hook.State.OFF
            ? "“%s” was not reached for five days and is told nothing any more. What happens is kept for it."
            : "“%s” takes nothing of what it is told. What happens is kept for it.";
    return why.formatted(hook.settings().name());
  }
}
