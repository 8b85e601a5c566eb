package jeton.server.email;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.email.EmailContent;
import jeton.core.offer.OfferKind;
import jeton.core.problem.Problems;
import jeton.core.trial.Tested;
import jeton.server.business.Business;
import jeton.server.markup.BodyHtml;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.trial.RunningTrials;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Emails that sequences send, each of which several can share, and layouts to start from. */
@Service
public class Emails {
  private final EmailStore store;
  private final Business business;
  private final RunningTrials trials;
  private final Clock clock;

  Emails(EmailStore store, Business business, RunningTrials trials, Clock clock) {
    this.business = business;
    this.store = store;
    this.trials = trials;
    this.clock = clock;
  }

  /** An email as it stands. */
  public record Email(long id, int version, EmailContent content, Instant updatedAt) {}

  /**
   * Something to start from.
   *
   * @param id of one of the owner's own; empty for ours
   * @param about one line; empty for the owner's own
   */
  public record EmailLayout(Optional<Long> id, String name, String about, EmailContent content) {}

  /** A new email, in the caller's transaction. */
  public long add(EmailContent content) {
    return store.add(content, clock.instant());
  }

  /**
   * Saves an email, in the caller's transaction. Nothing is written when it says what it said.
   *
   * @param version the one the change was made from
   */
  public void save(long id, int version, EmailContent content) {
    if (get(id).content().equals(content)) {
      return;
    }
    trials.refuseChange(Tested.EMAIL, id, "");
    if (!store.save(id, version, content, clock.instant())) {
      throw new ChangedMeanwhile("This email");
    }
  }

  /** An email that must exist. */
  public Email get(long id) {
    return Optional.ofNullable(store.byIds(List.of(id)).get(id))
        .orElseThrow(() -> new NotThere("This email"));
  }

  /** Those of these that exist, by id. */
  public Map<Long, Email> byIds(Collection<Long> ids) {
    return store.byIds(ids);
  }

  /** The owner's own layouts, newest first, then ours. */
  public List<EmailLayout> layouts() {
    return Stream.concat(store.layouts().stream(), EmailLayouts.OURS.stream()).toList();
  }

  /** Keeps an email as a layout. */
  @Transactional
  public List<EmailLayout> addLayout(String name, EmailContent content) {
    EmailContent clean = BodyHtml.cleaned(content);
    Problems problems = new Problems();
    problems.line(name, "name", "The name", 80);
    problems.when(name.isBlank(), "name", "empty", "The layout needs a name.");
    clean.check("content", business.now().settings().fillIns().and(OfferKind.fillIns()), problems);
    Refused.unlessNone(problems.list());
    store.addLayout(name.strip(), clean, clock.instant());
    return layouts();
  }

  /** Deletes one of the owner's own; emails made from it stay. */
  @Transactional
  public List<EmailLayout> deleteLayout(long id) {
    if (!store.deleteLayout(id)) {
      throw new NotThere("This layout");
    }
    return layouts();
  }
}
