package jeton.server.segment;

import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.form.FieldDefinition;
import jeton.core.problem.Problems;
import jeton.core.segment.Asking;
import jeton.core.segment.Criterion;
import jeton.core.segment.FieldKind;
import jeton.core.segment.FieldKinds;
import jeton.server.business.Business;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Segments: questions about people that are kept, and asked anew each time (L3). */
@Service
public class Segments {
  private final SegmentStore store;
  private final Business business;
  private final Clock clock;

  Segments(SegmentStore store, Business business, Clock clock) {
    this.store = store;
    this.business = business;
    this.clock = clock;
  }

  /** A question under a name. */
  public record Segment(long id, String name, Criterion.Group question, int version) {}

  /** All there are, by name. */
  public List<Segment> all() {
    return store.all();
  }

  /** One that may have been removed. */
  public Optional<Segment> find(long id) {
    return store.find(id);
  }

  /** Keeps a question. */
  @Transactional
  public Segment keep(String name, Criterion.Group question) {
    check(name, question);
    if (store.all().stream().anyMatch(known -> known.name().equalsIgnoreCase(name.strip()))) {
      throw new Refused("name", "taken", "There is a segment with this name already.");
    }
    return find(store.add(name.strip(), question, clock.instant())).orElseThrow();
  }

  /**
   * Changes a segment. What goes out already was asked before and stays.
   *
   * @param version the one the change was made from
   */
  @Transactional
  public Segment change(long id, int version, String name, Criterion.Group question) {
    check(name, question);
    if (find(id).isEmpty()) {
      throw new NotThere("This segment");
    }
    if (!store.change(new Segment(id, name.strip(), question, version), clock.instant())) {
      throw new ChangedMeanwhile("This segment");
    }
    return find(id).orElseThrow();
  }

  /** Removes a segment; nobody in it is touched. */
  @Transactional
  public void remove(long id) {
    if (!store.remove(id)) {
      throw new NotThere("This segment");
    }
  }

  /** How many people a question finds now. */
  public long count(Criterion.Group question) {
    checkQuestion(question, "question");
    Asking asking = asking();
    // Each of the database's answers takes one of its cores: several come together.
    Map<Criterion.Condition, PeopleSet> leaves =
        conditions(question).map(Segments::plain).distinct().toList().parallelStream()
            .collect(
                Collectors.toConcurrentMap(
                    Function.identity(), c -> store.people(CriterionSql.bits(c, asking))));
    PeopleSet found =
        PeopleSet.of(question, condition -> leaves.get(plain(condition))).and(store.gone().not());
    return found.count(found.isBut() ? store.everybody() : 0);
  }

  private static Stream<Criterion.Condition> conditions(Criterion criterion) {
    return criterion instanceof Criterion.Group group
        ? group.parts().stream().flatMap(Segments::conditions)
        : Stream.of((Criterion.Condition) criterion);
  }

  /** A condition and its opposite gather the same people. */
  private static Criterion.Condition plain(Criterion.Condition c) {
    return new Criterion.Condition(c.what(), c.field(), c.op().plain(), c.value(), c.when());
  }

  /** Several questions taken together: all of these, and none of those. */
  public static Criterion.Group together(
      Collection<? extends Criterion> all, Collection<? extends Criterion> none) {
    return new Criterion.Group(
        Criterion.Match.ALL,
        Stream.concat(
                all.stream().map(Criterion.class::cast),
                Stream.of(new Criterion.Group(Criterion.Match.NONE, List.copyOf(none))))
            .toList());
  }

  /** A question as a condition on {@code person p}. */
  public CriterionSql.Where where(Criterion.Group question, String prefix) {
    return CriterionSql.of(question, asking(), prefix);
  }

  /** Refuses a question that cannot be asked. */
  public void checkQuestion(Criterion.Group question, String path) {
    Problems problems = new Problems();
    question.check(path, fields(), problems);
    Refused.unlessNone(problems.list());
  }

  /** What there is to ask for: the business's fields, the name and the address. */
  public FieldKinds fields() {
    List<FieldDefinition> own = business.now().settings().fields();
    return key -> FieldDefinition.of(key, own).map(field -> FieldKind.of(field.type()));
  }

  private Asking asking() {
    return new Asking(fields(), business.now().settings().zoneId(), clock.instant());
  }

  private void check(String name, Criterion.Group question) {
    Problems problems = new Problems();
    problems.line(name, "name", "The name", 80);
    problems.when(name.isBlank(), "name", "empty", "The segment needs a name.");
    question.check("question", fields(), problems);
    Refused.unlessNone(problems.list());
  }
}
