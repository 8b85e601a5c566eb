package jeton.server.notice;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings.ChosenEmail;
import jeton.server.history.History;
import jeton.server.history.HistoryListener;
import jeton.server.mail.OutgoingEmail;
import jeton.server.reading.OpenListener;
import org.springframework.stereotype.Service;

/**
 * Notes what is to be told at once, in the transaction in which it happened: nothing is told that
 * did not come to be, and nothing is forgotten. Digests read the history itself.
 */
@Service
class Notices implements HistoryListener, OpenListener {
  private final NoticeStore store;
  private final NoticeReaders readers;
  private final java.time.Clock clock;

  Notices(NoticeStore store, NoticeReaders readers, java.time.Clock clock) {
    this.store = store;
    this.readers = readers;
    this.clock = clock;
  }

  /** Something to be told to somebody. */
  record Notice(
      long readerId,
      NoticeKind kind,
      Optional<Long> offerId,
      Optional<Long> personId,
      String words,
      Instant at) {}

  @Override
  public void happened(List<History.Event> events) {
    List<Notice> notices = new ArrayList<>();
    for (History.Event event : events) {
      Kinds.of(event.kind())
          .ifPresent(
              kind ->
                  notices.addAll(
                      atOnce(kind, event.offerId(), event.personId(), event.detail(), event.at())));
    }
    store.addAll(notices);
  }

  @Override
  public void opened(OutgoingEmail email) {
    store.addAll(
        atOnce(
                NoticeKind.OPENED,
                email.offerId(),
                Optional.of(email.personId()),
                "",
                clock.instant())
            .stream()
            .filter(notice -> isChosen(notice.readerId(), email))
            .toList());
  }

  /** Something does not work as it should, in the caller's transaction. */
  void trouble(Optional<Long> offerId, String words) {
    store.addAll(atOnce(NoticeKind.TROUBLE, offerId, Optional.empty(), words, clock.instant()));
  }

  private List<Notice> atOnce(
      NoticeKind kind, Optional<Long> offerId, Optional<Long> personId, String words, Instant at) {
    return readers.told().stream()
        .filter(reader -> reader.settings().pace(kind, offerId) == NoticePace.AT_ONCE)
        .map(reader -> new Notice(reader.id(), kind, offerId, personId, words, at))
        .toList();
  }

  private boolean isChosen(long readerId, OutgoingEmail email) {
    List<ChosenEmail> chosen =
        readers.told().stream()
            .filter(reader -> reader.id() == readerId)
            .flatMap(reader -> reader.settings().emails().stream())
            .toList();
    return names(email).map(chosen::contains).orElse(false);
  }

  private Optional<ChosenEmail> names(OutgoingEmail email) {
    return email
        .stepId()
        .flatMap(store::emailOf)
        .map(id -> new ChosenEmail(ChosenEmail.Of.EMAIL, id))
        .or(
            () ->
                email
                    .copy()
                    .flatMap(copy -> store.mailingOf(copy.issueId()))
                    .map(id -> new ChosenEmail(ChosenEmail.Of.MAILING, id)));
  }
}
