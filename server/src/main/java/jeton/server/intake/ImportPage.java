package jeton.server.intake;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.form.FieldAnswer;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FormField;
import jeton.core.people.ImportRule;
import jeton.core.people.PersonState;
import jeton.core.people.TagName;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;
import org.apache.commons.csv.CSVRecord;

/** Some rows of an import, each read and decided on; what is written of them is the store's. */
final class ImportPage {
  private static final int MOST_NAME = 100;
  private static final int MOST_CELLS = 2000;
  private static final String FORMULAS = "=+-@\t\r";
  private final ImportPlan plan;
  private final List<FieldDefinition> fields;
  private final List<Line> lines = new ArrayList<>();
  private final List<Refusal> refusals = new ArrayList<>();

  ImportPage(ImportPlan plan, List<FieldDefinition> fields) {
    this.plan = plan;
    this.fields = fields;
  }

  /** Somebody known by their address. */
  record Known(
      long id,
      PersonState state,
      String firstName,
      Map<String, String> answers,
      Set<String> tags,
      Set<Long> lists) {}

  /**
   * A row that could be read.
   *
   * @param answers by field, those that are not empty
   */
  record Line(
      long row,
      EmailAddress address,
      String firstName,
      Map<String, String> answers,
      List<String> tags,
      String cells) {}

  /** A row that is refused, for the report. */
  record Refusal(long row, String reason, String cells) {}

  /**
   * What is to be written.
   *
   * @param adds new people
   * @param meets known people of whom something changes, by their number
   */
  record Decided(
      List<Line> adds,
      Map<Long, Line> meets,
      List<Refusal> refusals,
      PersonImport.ImportCounts counts,
      List<RowPreview> previews) {}

  /** What a row would do, for a preview. */
  public record RowPreview(long row, String email, String does, String why) {}

  /** Reads a row. */
  void read(long row, CSVRecord cells) {
    String all = joined(cells);
    try {
      EmailAddress address = EmailAddress.parse(cell(cells, plan.column(ImportPlan.EMAIL)));
      Map<String, String> answers = new LinkedHashMap<>();
      String name = "";
      List<String> tags = new ArrayList<>(plan.tags());
      for (int i = 0; i < plan.targets().size(); i++) {
        String target = plan.targets().get(i);
        String value = cell(cells, i).strip();
        if (target.equals(ImportPlan.TAGS)) {
          Arrays.stream(value.split("[;,]"))
              .map(String::strip)
              .filter(t -> !t.isEmpty())
              .forEach(tags::add);
        } else if (target.equals(FieldDefinition.FIRST_NAME.key())) {
          name = value;
        } else if (!target.isEmpty() && !target.equals(ImportPlan.EMAIL) && !value.isEmpty()) {
          answers.put(target, value);
        }
      }
      Optional<String> fault = fault(name, answers, tags);
      if (fault.isPresent()) {
        refusals.add(new Refusal(row, fault.get(), all));
      } else {
        lines.add(new Line(row, address, name, kept(answers), tags, all));
      }
    } catch (EmailAddress.Refused refused) {
      refusals.add(new Refusal(row, refused.fault().message(), all));
    }
  }

  private Optional<String> fault(String name, Map<String, String> answers, List<String> tags) {
    Problems problems = new Problems();
    problems.line(name, "first_name", "The name", MOST_NAME);
    tags.forEach(tag -> TagName.check(tag, "tags", problems));
    for (Map.Entry<String, String> answer : answers.entrySet()) {
      FieldDefinition field = FieldDefinition.of(answer.getKey(), fields).orElseThrow();
      FieldAnswer.fault(field, FormField.of(field.key(), field.label(), false), answer.getValue())
          .map(
              problem ->
                  new Problem(
                      field.key(), problem.code(), field.label() + ": " + problem.message()))
          .ifPresent(problem -> problems.add(problem.field(), problem.code(), problem.message()));
    }
    return problems.list().stream().map(Problem::message).findFirst();
  }

  private Map<String, String> kept(Map<String, String> answers) {
    Map<String, String> kept = new LinkedHashMap<>();
    answers.forEach(
        (key, answer) ->
            kept.put(key, FieldAnswer.kept(FieldDefinition.of(key, fields).orElseThrow(), answer)));
    return kept;
  }

  /** What an export put an apostrophe before (L5) comes back as it was. */
  private static String cell(CSVRecord cells, int i) {
    String cell = i >= 0 && i < cells.size() ? cells.get(i) : "";
    boolean shielded =
        cell.length() > 1 && cell.charAt(0) == '\'' && FORMULAS.indexOf(cell.charAt(1)) >= 0;
    return shielded ? cell.substring(1) : cell;
  }

  private static String joined(CSVRecord cells) {
    String all = String.join("\u001F", cells.toList());
    return all.length() > MOST_CELLS ? all.substring(0, MOST_CELLS) : all;
  }

  /** Addresses of the rows, as they are compared. */
  List<String> keys() {
    return lines.stream().map(line -> line.address().compareKey()).distinct().toList();
  }

  /**
   * Decides what each row does.
   *
   * @param known people there are, by their addresses
   * @param erased addresses that were erased
   */
  Decided decide(Map<String, Known> known, Set<String> erased) {
    Map<String, Line> adds = new LinkedHashMap<>();
    Map<Long, Line> meets = new LinkedHashMap<>();
    List<Refusal> all = new ArrayList<>(refusals);
    List<RowPreview> previews = new ArrayList<>();
    refusals.forEach(
        r -> previews.add(new RowPreview(r.row(), first(r.cells()), "refused", r.reason())));
    long unchanged = 0;
    for (Line line : lines) {
      String key = line.address().compareKey();
      Optional<Known> there = Optional.ofNullable(known.get(key));
      ImportRule.Does does =
          ImportRule.of(there.map(Known::state), erased.contains(key), plan.known());
      String why = "";
      String words = "adds";
      switch (does) {
        case REFUSED -> {
          why = ImportRule.reason(there.map(Known::state));
          words = "refused";
          all.add(new Refusal(line.row(), why, line.cells()));
        }
        case ADDS -> {
          boolean twice = adds.putIfAbsent(key, line) != null;
          words = twice ? "unchanged" : "adds";
          why = twice ? "stands in the file before" : "";
          unchanged += twice ? 1 : 0;
        }
        case SKIPS -> {
          words = "unchanged";
          unchanged++;
        }
        case MEETS -> {
          Line change = change(line, there.orElseThrow());
          if (isEmpty(change, there.orElseThrow())) {
            words = "unchanged";
            unchanged++;
          } else {
            words = "changes";
            meets.put(there.get().id(), change);
          }
        }
      }
      previews.add(new RowPreview(line.row(), line.address().send(), words, why));
    }
    return new Decided(
        List.copyOf(adds.values()),
        meets,
        all,
        new PersonImport.ImportCounts(adds.size(), meets.size(), unchanged, all.size()),
        previews);
  }

  private static String first(String cells) {
    return cells.split("\u001F", 2)[0];
  }

  /** Of what a row says, what changes somebody: what is empty, or all that differs. */
  private Line change(Line line, Known known) {
    boolean overwrites = plan.known() == ImportRule.Known.OVERWRITE;
    Map<String, String> answers = new HashMap<>();
    line.answers()
        .forEach(
            (key, answer) -> {
              String was = known.answers().getOrDefault(key, "");
              if (overwrites ? !was.equals(answer) : was.isEmpty()) {
                answers.put(key, answer);
              }
            });
    boolean names = overwrites ? !line.firstName().isEmpty() : known.firstName().isEmpty();
    String name = names && !line.firstName().equals(known.firstName()) ? line.firstName() : "";
    List<String> tags =
        line.tags().stream().filter(tag -> !known.tags().contains(TagName.key(tag))).toList();
    return new Line(line.row(), line.address(), name, answers, tags, line.cells());
  }

  private boolean isEmpty(Line change, Known known) {
    boolean onLists =
        known.lists().containsAll(plan.lists()) || known.state() != PersonState.ON_THE_LIST;
    return change.firstName().isEmpty()
        && change.answers().isEmpty()
        && change.tags().isEmpty()
        && onLists;
  }
}
