package jeton.server.notice;

import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.notice.DigestTimes;
import jeton.core.notice.NoticePace;
import jeton.server.business.Business;
import org.springframework.stereotype.Service;

/** Has those who work here told what is due. */
@Service
public class Telling {
  private final NoticeReaders readers;
  private final NoticeSender sender;
  private final Digests digests;
  private final Business business;
  private final Clock clock;

  Telling(
      NoticeReaders readers, NoticeSender sender, Digests digests, Business business, Clock clock) {
    this.readers = readers;
    this.sender = sender;
    this.digests = digests;
    this.business = business;
    this.clock = clock;
  }

  /** Sends what is due now. */
  public void work() {
    readers.look();
    sender.look();
    digests.look();
  }

  /** When the next digest is set off or leaves, if anybody gets one. */
  public Optional<Instant> nextDigest() {
    Instant now = clock.instant();
    Stream<Instant> hours =
        readers.told().stream()
            .flatMap(
                reader ->
                    List.of(NoticePace.DAILY, NoticePace.WEEKLY).stream()
                        .filter(pace -> reader.settings().wants(pace))
                        .map(
                            pace ->
                                DigestTimes.next(
                                    pace,
                                    reader.settings(),
                                    business.now().settings().zoneId(),
                                    now)));
    return Stream.concat(hours, digests.nextDue().stream()).min(Comparator.naturalOrder());
  }
}
