package jeton.server.intake;

import java.time.Instant;
import java.util.Optional;

/**
 * A file of people, and how far it is.
 *
 * @param totalRows rows below the head
 * @param readRows dealt with so far
 * @param checked what it would do, once that was looked at
 * @param trouble why it could not be read on
 */
public record PersonImport(
    long id,
    String name,
    String hash,
    ImportPlan plan,
    State state,
    String byWhom,
    Instant createdAt,
    Optional<Instant> finishedAt,
    long totalRows,
    long readRows,
    ImportCounts counts,
    Optional<ImportCounts> checked,
    Optional<String> trouble) {

  /** Where it stands. */
  public enum State {
    /** Brought in; what its columns are is being chosen. */
    READ,
    /** What it would do is being looked at. */
    CHECKING,
    CHECKED,
    RUNNING,
    DONE,
    CANCELLED,
    FAILED,
    TAKEN_BACK
  }

  /**
   * What rows do, or did.
   *
   * @param added new people
   * @param changed known people of whom something changed
   * @param unchanged known people of whom nothing did
   * @param refused rows with a reason
   */
  public record ImportCounts(long added, long changed, long unchanged, long refused) {
    static final ImportCounts NONE = new ImportCounts(0, 0, 0, 0);

    ImportCounts plus(ImportCounts o) {
      return new ImportCounts(
          added + o.added, changed + o.changed, unchanged + o.unchanged, refused + o.refused);
    }
  }
}
