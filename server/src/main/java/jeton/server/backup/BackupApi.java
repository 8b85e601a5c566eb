package jeton.server.backup;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Back-ups over HTTP: how they stand, and one more now. */
@RestController
@RequestMapping("/api/backups")
class BackupApi {
  private static final int SHOWN = 30;
  private final BackupRuns runs;

  BackupApi(BackupRuns runs) {
    this.runs = runs;
  }

  /**
   * How they stand.
   *
   * @param lastGood when the last good one was begun
   * @param missed whether that is too long ago
   * @param runs the newest thirty, whatever became of them
   */
  record BackupsView(Optional<Instant> lastGood, boolean missed, List<BackupRun> runs) {}

  /** A back-up that was begun. */
  record BackupBegun(long id) {}

  @GetMapping
  BackupsView backups() {
    BackupRuns.Standing standing = runs.standing();
    return new BackupsView(standing.lastGood(), standing.missed(), runs.newest(SHOWN));
  }

  @PostMapping
  @ResponseStatus(HttpStatus.ACCEPTED)
  BackupBegun begin() {
    return new BackupBegun(runs.begin());
  }
}
