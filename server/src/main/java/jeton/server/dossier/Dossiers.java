package jeton.server.dossier;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Everything known of one person beside their history. */
@Service
public class Dossiers {
  private final DossierStore store;

  Dossiers(DossierStore store) {
    this.store = store;
  }

  /** Evidence of one sign-up (S10). */
  public record SignUp(
      Instant at,
      String offer,
      String page,
      String campaign,
      Optional<String> zone,
      String network,
      Optional<String> doubt,
      Optional<String> wording,
      boolean consentGiven,
      Optional<Instant> confirmedAt,
      Optional<String> confirmedNetwork,
      Optional<String> confirmedBy) {}

  /** One pass. */
  public record Pass(
      String offer,
      Instant issuedAt,
      Optional<Instant> expiresAt,
      Optional<Integer> mostUses,
      int uses,
      Optional<Instant> firstUsedAt) {}

  /** One way through a sequence. */
  public record Run(
      long sequenceId,
      String sequence,
      String offer,
      Instant startedAt,
      Optional<Instant> nextDueAt,
      Optional<Instant> endedAt,
      Optional<String> endReason) {}

  /** What belongs to a person. */
  public record Dossier(
      List<SignUp> signUps,
      List<Pass> passes,
      List<Run> runs,
      List<AnsweredField> answers,
      List<String> tags,
      boolean untracked) {}

  /** What somebody answered to one of the business's own fields, and when. */
  public record AnsweredField(String key, String answer, Instant at) {}

  /** What belongs to a person who must exist. */
  public Dossier of(long personId) {
    return store.find(personId);
  }
}
