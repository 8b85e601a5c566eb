package jeton.server.notice;

import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Has those who work here told what happens, as it comes due. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class NoticeEngine {
  private static final Logger LOG = LoggerFactory.getLogger(NoticeEngine.class);
  private final NoticeReaders readers;
  private final NoticeSender sender;
  private final Digests digests;
  private final Troubles troubles;

  NoticeEngine(NoticeReaders readers, NoticeSender sender, Digests digests, Troubles troubles) {
    this.readers = readers;
    this.sender = sender;
    this.digests = digests;
    this.troubles = troubles;
  }

  @Scheduled(fixedDelay = 30_000, initialDelay = 1_000)
  void meet() {
    Background.round(LOG, "Notices", readers::look);
  }

  @Scheduled(fixedDelay = 1000)
  void tell() {
    Background.round(LOG, "Notices", sender::look);
  }

  @Scheduled(fixedDelay = 5000)
  void digest() {
    Background.round(LOG, "Notices", digests::look);
  }

  @Scheduled(fixedDelay = 120_000, initialDelay = 60_000)
  void lookForTrouble() {
    Background.round(LOG, "Notices", troubles::look);
  }
}
