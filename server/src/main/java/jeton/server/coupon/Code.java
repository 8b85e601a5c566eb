package jeton.server.coupon;

import java.util.Optional;

/**
 * A code as it stands (C6).
 *
 * @param issue what was fixed when it was first handed out; empty for one that is free
 * @param uses counted so far
 */
record Code(
    long id,
    long offerId,
    Name name,
    Source source,
    State state,
    Optional<CodeStore.Issue> issue,
    int uses) {

  /**
   * What it is called.
   *
   * @param key what it is looked up by
   * @param shown as people see it
   */
  record Name(String key, String shown) {}

  /** The same, handed out just now. */
  Code issuedWith(CodeStore.Issue given) {
    return new Code(id, offerId, name, source, State.OUT, Optional.of(given), uses);
  }

  /** Whether no two people share it. */
  boolean isOfOnePerson() {
    return source == Source.MADE || source == Source.POOL;
  }

  /** Where it came from. */
  enum Source {
    SHARED,
    MADE,
    POOL,
    FALLBACK
  }

  /** Whether it was handed out; used and over are told from its uses and its end. */
  enum State {
    FREE,
    OUT,
    WITHDRAWN
  }
}
