package jeton.server.intake;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.form.FieldDefinition;
import jeton.core.people.ImportRule;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;
import jeton.server.csv.TableIn;

/**
 * What an import is to do (L4).
 *
 * @param columns names of the file's columns
 * @param targets what each column is: {@code email}, {@code tags}, a field's key, or empty for none
 * @param lists numbers of lists to put people on
 * @param tags given to everybody in it
 * @param askBy number of the offer whose confirmation new people are asked by; empty: they are on
 *     the list at once
 * @param statement the owner's: where these people's consent comes from
 */
public record ImportPlan(
    TableIn.TableForm form,
    List<String> columns,
    List<String> targets,
    List<Long> lists,
    List<String> tags,
    ImportRule.Known known,
    Optional<Long> askBy,
    String statement) {
  /** A column of addresses. */
  static final String EMAIL = "email";

  /** A column of tags, with semicolons between. */
  static final String TAGS = "tags";

  private static final int LEAST_STATEMENT = 10;

  public ImportPlan {
    columns = List.copyOf(columns);
    targets = List.copyOf(targets);
    lists = lists == null ? List.of() : List.copyOf(lists);
    tags = tags == null ? List.of() : List.copyOf(tags);
    known = known == null ? ImportRule.Known.FILL : known;
    askBy = askBy == null ? Optional.empty() : askBy;
    statement = statement == null ? "" : statement.strip();
  }

  /** Notes what keeps it from being done. */
  void check(List<FieldDefinition> fields, Set<Long> known, Problems problems) {
    problems.when(
        targets.size() != columns.size(), "targets", "too_few", "Say of each column what it is.");
    problems.when(
        targets.stream().filter(EMAIL::equals).count() != 1,
        "targets",
        "one_email",
        "Exactly one column holds the addresses.");
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < targets.size(); i++) {
      String target = targets.get(i);
      boolean isKnown =
          target.isEmpty() || target.equals(TAGS) || FieldDefinition.of(target, fields).isPresent();
      problems.when(!isKnown, "targets[" + i + "]", "unknown_field", "There is no such field.");
      problems.when(
          !target.isEmpty() && !target.equals(TAGS) && !seen.add(target),
          "targets[" + i + "]",
          "twice",
          "Two columns are the same thing.");
    }
    TagName.checkAll(tags, "tags", problems);
    problems.when(lists.isEmpty(), "lists", "empty", "Which list are they to be on?");
    problems.when(
        !known.containsAll(lists), "lists", "unknown", "One of these lists has been removed.");
    problems.text(statement, "statement", "The statement", 1000);
    problems.when(
        statement.length() < LEAST_STATEMENT,
        "statement",
        "empty",
        "Say where these people agreed to be written to, and when. It is kept as evidence.");
  }

  int column(String target) {
    return targets.indexOf(target);
  }
}
