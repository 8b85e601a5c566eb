package jeton.server.intake;

import java.time.Clock;
import java.util.List;
import jeton.core.form.FieldDefinition;
import jeton.core.problem.Problems;
import jeton.server.business.Business;
import jeton.server.people.Lists;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/** Imports (L4) as their owner steers them: looked at, checked, started, ended, taken back. */
@Service
public class Imports {
  private static final int PAGE = 2000;
  private final ImportStore store;
  private final Business business;
  private final Lists lists;
  private final TransactionOperations tx;
  private final Clock clock;

  Imports(
      ImportStore store, Business business, Lists lists, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.business = business;
    this.lists = lists;
    this.tx = tx;
    this.clock = clock;
  }

  /** The newest, newest first. */
  public List<PersonImport> all() {
    return store.newest(50);
  }

  /** One that must exist. */
  public PersonImport get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This import"));
  }

  /** Saves what is to be done, and has all rows looked at; nobody is touched by it. */
  @Transactional
  public PersonImport check(long id, ImportPlan plan) {
    PersonImport one = store.lock(id).orElseThrow(() -> new NotThere("This import"));
    mustBe(one, PersonImport.State.READ, PersonImport.State.CHECKED, PersonImport.State.CHECKING);
    ImportPlan whole = keeping(one, plan);
    Problems problems = new Problems();
    whole.check(fields(), lists.existing(whole.lists()), problems);
    Refused.unlessNone(problems.list());
    store.plan(id, whole);
    store.begin(id, PersonImport.State.CHECKING);
    return get(id);
  }

  private static ImportPlan keeping(PersonImport one, ImportPlan plan) {
    return new ImportPlan(
        one.plan().form(),
        one.plan().columns(),
        plan.targets(),
        plan.lists(),
        plan.tags(),
        plan.known(),
        plan.askBy(),
        plan.statement());
  }

  /** Has it done. */
  @Transactional
  public PersonImport start(long id) {
    PersonImport one = store.lock(id).orElseThrow(() -> new NotThere("This import"));
    if (one.state() == PersonImport.State.RUNNING || one.state() == PersonImport.State.DONE) {
      return one;
    }
    mustBe(one, PersonImport.State.CHECKED);
    store.clearRefusals(id);
    store.begin(id, PersonImport.State.RUNNING);
    return get(id);
  }

  /** Ends it where it is; what is in stays. */
  @Transactional
  public PersonImport cancel(long id) {
    PersonImport one = store.lock(id).orElseThrow(() -> new NotThere("This import"));
    if (one.state() == PersonImport.State.RUNNING || one.state() == PersonImport.State.CHECKING) {
      store.end(id, PersonImport.State.CANCELLED, "", clock.instant());
    }
    return get(id);
  }

  /** Takes back whom it made, while nobody of them had an email. */
  public PersonImport takeBack(long id) {
    PersonImport one = get(id);
    mustBe(one, PersonImport.State.DONE, PersonImport.State.CANCELLED, PersonImport.State.FAILED);
    long writtenTo = store.writtenTo(id);
    if (writtenTo > 0) {
      throw new Refused(
          "id",
          "written_to",
          writtenTo + " of them had an email already: it cannot be taken back any more.");
    }
    Integer gone;
    do {
      gone = tx.execute(status -> store.takeBack(id, PAGE));
    } while (gone != null && gone > 0);
    store.end(id, PersonImport.State.TAKEN_BACK, "", clock.instant());
    return get(id);
  }

  private static void mustBe(PersonImport one, PersonImport.State... states) {
    if (!List.of(states).contains(one.state())) {
      throw new Refused("state", "not_now", "That cannot be done with this import any more.");
    }
  }

  /** Rows that were refused, a page at a time, the last first. */
  List<ImportPage.Refusal> refusals(long id, long below, int most) {
    return store.refusals(id, below, most);
  }

  private List<FieldDefinition> fields() {
    return business.now().settings().fields();
  }
}
