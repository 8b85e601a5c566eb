package jeton.core.segment;

import java.util.Optional;
import java.util.Set;
import jeton.core.problem.Problems;

/** What keeps a condition from being asked. */
final class ConditionCheck {
  private static final int MOST_VALUE = 200;

  private ConditionCheck() {}

  static void check(
      Criterion.Condition condition, String path, FieldKinds fields, Problems problems) {
    if (condition.what() == null || condition.op() == null) {
      problems.add(path, "empty", "What is this condition about?");
      return;
    }
    Optional<FieldKind> kind = fields.of(condition.field());
    boolean aboutField = condition.what() == Subject.FIELD;
    if (aboutField && kind.isEmpty()) {
      problems.add(
          path + ".field",
          "unknown_field",
          "There is no field “" + condition.field() + "” any more. Take the condition out.");
      return;
    }
    Set<Comparison> allowed =
        aboutField ? kind.get().comparisons() : condition.what().sort().comparisons();
    if (!allowed.contains(condition.op())) {
      problems.add(path + ".op", "does_not_fit", "This cannot be asked that way.");
      return;
    }
    condition.value().ifPresent(value -> problems.line(value, path, "The value", MOST_VALUE));
    checkValue(condition, path + ".value", kind, problems);
    condition
        .when()
        .ifPresent(
            when -> {
              boolean happens = condition.what().sort() == Subject.Sort.HAPPENED;
              boolean fits =
                  happens
                      && when.op() != null
                      && Subject.Sort.SINCE.comparisons().contains(when.op());
              problems.when(!fits, path + ".when", "does_not_fit", "This has no moment.");
              if (fits) {
                checkMoment(when.op(), String.valueOf(when.value()), path + ".when", problems);
              }
            });
  }

  private static void checkValue(
      Criterion.Condition condition, String path, Optional<FieldKind> kind, Problems problems) {
    Comparison op = condition.op().plain();
    String value = condition.must();
    switch (condition.what().sort()) {
      case STATE ->
          problems.when(
              Subject.stateOf(value).isEmpty(), path, "unknown_state", "There is no such state.");
      case SINCE -> checkMoment(op, value, path, problems);
      case TEXT -> checkText(op, value, path, problems);
      case FIELD -> checkField(kind.orElseThrow(), op, value, path, problems);
      case ID, HAPPENED -> {
        // Any at all will do.
      }
    }
  }

  private static void checkField(
      FieldKind kind, Comparison op, String value, String path, Problems problems) {
    if (op == Comparison.EMPTY) {
      return;
    }
    switch (kind) {
      case NUMBER ->
          problems.when(
              Numbers.of(value).isEmpty(), path, "bad_number", "A number looks like 12 or 12.50.");
      case DATE -> checkMoment(op, value, path, problems);
      case TEXT, CHOICE, SEVERAL -> checkText(op, value, path, problems);
    }
  }

  private static void checkText(Comparison op, String value, String path, Problems problems) {
    problems.when(
        op != Comparison.EMPTY && PlainText.of(value).isEmpty(),
        path,
        "empty",
        "Compared with what? To find what is empty, ask for “empty”.");
  }

  private static void checkMoment(Comparison op, String value, String path, Problems problems) {
    if (op == Comparison.WITHIN_DAYS) {
      problems.when(
          Days.count(value).isEmpty(), path, "bad_days", "Within 1 to " + Days.MOST + " days.");
    } else {
      problems.when(Days.of(value).isEmpty(), path, "bad_date", "Which day?");
    }
  }
}
