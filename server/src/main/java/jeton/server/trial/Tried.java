package jeton.server.trial;

import java.util.List;
import java.util.Optional;
import jeton.core.trial.Difference;
import jeton.core.trial.Tested;

/** Something of which two versions can be tried, as its own room knows it. */
public interface Tried {
  /** What it speaks for. */
  Tested tested();

  /**
   * What is tried.
   *
   * @param name as its owner knows it
   * @param where it is written, within the interface
   * @param offerId whose it is; empty for what stands on its own
   */
  record Subject(String name, String where, Optional<Long> offerId) {}

  /** What this is; empty when it is gone. */
  Optional<Subject> subject(long targetId);

  /** The version in use. */
  TrialContent inUse(long targetId);

  /**
   * Version B as it may be kept, cleaned; what only version A has a say in is A's.
   *
   * @throws jeton.server.problem.Refused with what is wrong with it
   */
  TrialContent checked(long targetId, TrialContent other);

  /** Puts another version into use, in the caller's transaction. */
  void use(long targetId, TrialContent other);

  /** In what version B differs. */
  List<Difference> differences(TrialContent a, TrialContent b);
}
