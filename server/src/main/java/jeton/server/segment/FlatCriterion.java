package jeton.server.segment;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.Optional;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;

/**
 * A question about people as it is written down in JSON, in documents and over HTTP: one shape for
 * groups and conditions. What a kind does not use is empty, and passed over when read.
 *
 * @param match for a group: how its parts go together
 * @param what for a condition: what it is about
 * @param field for a condition about a field: its key
 * @param value what it is compared with, as text
 * @param when a day that the moment of what happened is held against
 */
@Schema(name = "Criterion")
record FlatCriterion(
    Kind kind,
    Optional<Criterion.Match> match,
    List<FlatCriterion> parts,
    Optional<Subject> what,
    String field,
    Optional<Comparison> op,
    Optional<String> value,
    Optional<FlatWhen> when) {

  /** What it is. */
  enum Kind {
    GROUP,
    CONDITION
  }

  /** A comparison with a day. */
  @Schema(name = "CriterionWhen")
  record FlatWhen(Comparison op, String value) {}

  FlatCriterion {
    parts = parts == null ? List.of() : List.copyOf(parts);
    field = field == null ? "" : field;
    match = match == null ? Optional.empty() : match;
    what = what == null ? Optional.empty() : what;
    op = op == null ? Optional.empty() : op;
    value = value == null ? Optional.empty() : value;
    when = when == null ? Optional.empty() : when;
  }

  static FlatCriterion of(Criterion criterion) {
    if (criterion instanceof Criterion.Group group) {
      return new FlatCriterion(
          Kind.GROUP,
          Optional.of(group.match()),
          group.parts().stream().map(FlatCriterion::of).toList(),
          null,
          "",
          null,
          null,
          null);
    }
    Criterion.Condition c = (Criterion.Condition) criterion;
    return new FlatCriterion(
        Kind.CONDITION,
        null,
        List.of(),
        Optional.ofNullable(c.what()),
        c.field(),
        Optional.ofNullable(c.op()),
        c.value(),
        c.when().map(when -> new FlatWhen(when.op(), when.value())));
  }

  /** The question itself. */
  Criterion criterion() {
    return kind == Kind.CONDITION
        ? new Criterion.Condition(
            what.orElse(null),
            field,
            op.orElse(null),
            value,
            when.map(w -> new Criterion.When(w.op(), w.value())))
        : group();
  }

  /** As a group: a lone condition stands in one of its own. */
  Criterion.Group group() {
    return kind == Kind.CONDITION
        ? Criterion.Group.all(criterion())
        : new Criterion.Group(
            match.orElse(Criterion.Match.ALL),
            parts.stream().map(FlatCriterion::criterion).toList());
  }
}
