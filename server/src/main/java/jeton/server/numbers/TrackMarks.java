package jeton.server.numbers;

import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jeton.core.email.LinkTag;
import jeton.server.history.History;
import jeton.server.history.HistoryListener;
import jeton.server.mail.OutgoingEmail;
import jeton.server.reading.ClickListener;
import jeton.server.reading.OpenListener;
import org.springframework.stereotype.Component;

/** Notes whom something happened to, in the transaction in which it did. */
@Component
class TrackMarks implements HistoryListener, OpenListener, ClickListener {
  private static final Set<History.Kind> COUNTED =
      EnumSet.of(
          History.Kind.SIGNED_UP,
          History.Kind.CONFIRMED,
          History.Kind.HANDED_OVER,
          History.Kind.PASS_USED,
          History.Kind.GRANT_USED,
          History.Kind.GRANT_CHANGED,
          History.Kind.GRANTED,
          History.Kind.WON,
          History.Kind.CODE_COPIED,
          History.Kind.PIECE_OPENED,
          History.Kind.FOLLOW_UP_SENT);

  private static final Set<History.Kind> WITH_ALL_OFFERS =
      EnumSet.of(
          History.Kind.LEFT, History.Kind.LIST_LEFT, History.Kind.LIST_JOINED, History.Kind.BOUGHT);

  private static final Comparator<TrackStore.Pair> ORDER =
      Comparator.comparing(TrackStore.Pair::offerId).thenComparing(TrackStore.Pair::personId);

  private final TrackStore store;

  TrackMarks(TrackStore store) {
    this.store = store;
  }

  @Override
  public void happened(List<History.Event> events) {
    // In one order for all: two that note the same people never wait for each other.
    SortedSet<TrackStore.Pair> pairs =
        events.stream()
            .filter(event -> COUNTED.contains(event.kind()))
            .map(TrackMarks::pair)
            .flatMap(Optional::stream)
            .collect(Collectors.toCollection(() -> new TreeSet<>(ORDER)));
    if (!pairs.isEmpty()) {
      store.mark(pairs);
    }
    events.stream()
        .filter(event -> WITH_ALL_OFFERS.contains(event.kind()))
        .flatMap(event -> event.personId().stream())
        .sorted()
        .distinct()
        .forEach(store::markAllOf);
    events.stream()
        .filter(event -> event.kind() == History.Kind.MERGED)
        .flatMap(event -> event.personId().stream())
        .forEach(store::markMerged);
  }

  @Override
  public void opened(OutgoingEmail email) {
    email
        .offerId()
        .ifPresent(offer -> store.mark(Set.of(new TrackStore.Pair(offer, email.personId()))));
  }

  @Override
  public void clicked(OutgoingEmail email, List<LinkTag> changes) {
    opened(email);
  }

  private static Optional<TrackStore.Pair> pair(History.Event event) {
    return event
        .offerId()
        .flatMap(offer -> event.personId().map(person -> new TrackStore.Pair(offer, person)));
  }
}
