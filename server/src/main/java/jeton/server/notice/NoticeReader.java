package jeton.server.notice;

import java.time.Instant;
import java.util.Optional;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;

/**
 * Somebody who is told what happens: an owner, or a further address.
 *
 * @param ownerId empty for a further address
 * @param confirmedAt since when it is known that the address wants them; an owner's own is
 * @param stoppedAt when the address itself said no
 * @param dailyTo up to when daily digests have told; empty before the first
 * @param weeklyTo up to when weekly digests have told
 */
record NoticeReader(
    long id,
    Optional<Long> ownerId,
    String email,
    int version,
    NoticeSettings settings,
    Instant createdAt,
    Optional<Instant> confirmedAt,
    Optional<Instant> stoppedAt,
    Optional<Instant> dailyTo,
    Optional<Instant> weeklyTo) {

  /** Whether anything is sent there. */
  boolean isTold() {
    return confirmedAt.isPresent() && stoppedAt.isEmpty();
  }

  /** Whether names, addresses and what people wrote may be told. An owner may see all. */
  boolean mayReadOfPeople() {
    return ownerId.isPresent() || settings.people();
  }

  /** Up to when digests of a pace have told. */
  Instant toldTo(NoticePace pace) {
    return (pace == NoticePace.WEEKLY ? weeklyTo : dailyTo).or(() -> confirmedAt).orElse(createdAt);
  }
}
