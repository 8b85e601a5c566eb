package jeton.server.coupon;

import java.time.Clock;
import java.util.Optional;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.history.History;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Codes that no shop takes any more, because their owner says so (C6). */
@Service
class Withdrawals {
  private final CodeStore codes;
  private final GrantStore grants;
  private final History history;
  private final ConfigurationVersion configuration;
  private final Clock clock;

  Withdrawals(
      CodeStore codes,
      GrantStore grants,
      History history,
      ConfigurationVersion configuration,
      Clock clock) {
    this.codes = codes;
    this.grants = grants;
    this.history = history;
    this.configuration = configuration;
    this.clock = clock;
  }

  /** Withdraws a code: no shop takes it from now on. */
  @Transactional
  void withdraw(long offerId, long codeId, String reason) {
    Problems problems = new Problems();
    problems.line(reason, "reason", "The reason", 200);
    Refused.unlessNone(problems.list());
    Code code = ofOffer(offerId, codeId);
    if (codes.withdraw(offerId, codeId, reason.strip(), clock.instant())) {
      String why = reason.isBlank() ? "" : ": " + reason.strip();
      note(code, "the code " + code.name().shown() + " was withdrawn" + why);
      configuration.changed();
    }
  }

  /** Takes that back. */
  @Transactional
  void restore(long offerId, long codeId) {
    Code code = ofOffer(offerId, codeId);
    if (codes.restore(offerId, codeId)) {
      note(code, "the code " + code.name().shown() + " is good again");
      configuration.changed();
    }
  }

  private Code ofOffer(long offerId, long codeId) {
    return codes
        .find(codeId)
        .filter(code -> code.offerId() == offerId)
        .orElseThrow(() -> new NotThere("This code"));
  }

  private void note(Code code, String words) {
    history.note(
        new History.Event(
            clock.instant(),
            History.Kind.GRANT_CHANGED,
            code.isOfOnePerson() ? grants.holder(code.id()) : Optional.empty(),
            Optional.of(code.offerId()),
            words));
  }
}
