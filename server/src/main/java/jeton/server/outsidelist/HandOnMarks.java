package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.server.history.History;
import jeton.server.history.HistoryListener;
import org.springframework.stereotype.Component;

/** Notes about whom outside lists are to be told, in the transaction in which it happens. */
@Component
class HandOnMarks implements HistoryListener {
  private static final Set<History.Kind> WITH_SIGN_UP =
      EnumSet.of(History.Kind.SIGNED_UP, History.Kind.CONFIRMED, History.Kind.HANDED_OVER);
  private static final Set<History.Kind> ON_THE_LIST =
      EnumSet.of(History.Kind.CONFIRMED, History.Kind.HANDED_OVER);

  /** What changes how people stand, or what is told of them, wherever they are. */
  private static final Set<History.Kind> CHANGES =
      EnumSet.of(
          History.Kind.CONFIRMED,
          History.Kind.LEFT,
          History.Kind.BLOCKED,
          History.Kind.COMPLAINED,
          History.Kind.CHANGED_BY_HAND);

  private final OutsideLists lists;
  private final StandingStore standings;
  private final Clock clock;

  HandOnMarks(OutsideLists lists, StandingStore standings, Clock clock) {
    this.lists = lists;
    this.standings = standings;
    this.clock = clock;
  }

  @Override
  public void happened(List<History.Event> events) {
    List<OutsideList> known = lists.remembered();
    if (known.isEmpty()) {
      return;
    }
    Instant now = clock.instant();
    List<Long> changed =
        people(events.stream().filter(one -> CHANGES.contains(one.kind())).toList());
    if (!changed.isEmpty()) {
      standings.dueWhereTheyAre(changed, now);
    }
    for (OutsideList list : known) {
      List<Long> handed =
          people(events.stream().filter(one -> handsOn(list.settings(), one)).toList());
      if (!handed.isEmpty()) {
        standings.due(list.id(), handed, now);
      }
    }
  }

  private static boolean handsOn(OutsideListSettings settings, History.Event event) {
    Set<History.Kind> kinds =
        settings.moment() == OutsideListSettings.Moment.SIGNED_UP ? WITH_SIGN_UP : ON_THE_LIST;
    return settings.hasWhatItNeeds()
        && kinds.contains(event.kind())
        && settings.takes(event.offerId());
  }

  private static List<Long> people(List<History.Event> events) {
    return events.stream()
        .map(History.Event::personId)
        .flatMap(Optional::stream)
        .distinct()
        .sorted()
        .toList();
  }
}
