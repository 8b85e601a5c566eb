package jeton.server.intake;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import jeton.core.form.FieldDefinition;
import jeton.core.people.ImportRule;
import jeton.core.people.ListSettings;
import jeton.server.business.Business;
import jeton.server.csv.TableIn;
import jeton.server.files.StoredFiles;
import jeton.server.problem.Refused;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Service;

/** Files that are to be imported: kept, and looked into (L4). Nobody is touched by it. */
@Service
public class ImportFiles {
  private static final int PREVIEWED = 200;
  private static final int MOST_ROWS = 1_000_000;
  private static final int SAMPLES = 3;
  private final ImportStore store;
  private final Imports imports;
  private final StoredFiles files;
  private final Business business;
  private final Clock clock;

  ImportFiles(
      ImportStore store, Imports imports, StoredFiles files, Business business, Clock clock) {
    this.store = store;
    this.imports = imports;
    this.files = files;
    this.business = business;
    this.clock = clock;
  }

  /** What a column holds, for choosing what it is. */
  public record ImportColumn(String name, List<String> samples) {}

  /** The first rows with what each would do. */
  public record ImportPreview(List<ImportColumn> columns, List<ImportPage.RowPreview> rows) {}

  /** Keeps a file and counts its rows; nobody is touched by it. */
  public PersonImport bringIn(String name, String by, InputStream content) {
    StoredFiles.Stored file = files.keepFile(name, content);
    try {
      TableIn.TableForm form = TableIn.form(files.open(file.hash()));
      try (TableIn table = TableIn.open(files.open(file.hash()), form)) {
        List<String> columns = table.head();
        if (columns.isEmpty() || columns.size() > 500) {
          throw new Refused(
              "file", "not_a_table", "This is no CSV with up to 500 columns. Choose it again.");
        }
        long rows = 0;
        while (table.next().isPresent()) {
          rows++;
        }
        if (rows > MOST_ROWS) {
          throw new Refused(
              "file", "too_many", "Up to 1,000,000 rows at a time. Bring it in in parts.");
        }
        return imports.get(
            store.add(name, file.hash(), first(form, columns), by, rows, clock.instant()));
      }
    } catch (UncheckedIOException | IOException | IllegalStateException broken) {
      throw new Refused("file", "not_a_table", why(broken));
    }
  }

  /** What was chosen for the same columns before, else what their names say. */
  private ImportPlan first(TableIn.TableForm form, List<String> columns) {
    Optional<ImportPlan> before =
        store.newest(50).stream()
            .map(PersonImport::plan)
            .filter(plan -> plan.columns().equals(columns))
            .findFirst();
    return before
        .map(
            plan ->
                new ImportPlan(
                    form,
                    columns,
                    plan.targets(),
                    plan.lists(),
                    plan.tags(),
                    plan.known(),
                    plan.askBy(),
                    ""))
        .orElseGet(
            () ->
                new ImportPlan(
                    form,
                    columns,
                    guesses(columns),
                    List.of(ListSettings.FIRST),
                    List.of(),
                    ImportRule.Known.FILL,
                    Optional.empty(),
                    ""));
  }

  private List<String> guesses(List<String> columns) {
    Set<String> taken = new HashSet<>();
    List<String> guesses = new ArrayList<>();
    for (String column : columns) {
      String guess = guess(column.strip().toLowerCase(Locale.ROOT));
      boolean once = guess.isEmpty() || guess.equals(ImportPlan.TAGS) || taken.add(guess);
      guesses.add(once ? guess : "");
    }
    return guesses;
  }

  private String guess(String name) {
    if (name.matches("(e-?)?mail.*|address|.*mail")) {
      return ImportPlan.EMAIL;
    }
    if (name.matches("first.?name|given.?name|forename|name")) {
      return FieldDefinition.FIRST_NAME.key();
    }
    if (name.equals("tags") || name.equals("tag")) {
      return ImportPlan.TAGS;
    }
    return fields().stream()
        .filter(
            field ->
                field.key().equals(name) || field.label().toLowerCase(Locale.ROOT).equals(name))
        .map(FieldDefinition::key)
        .findFirst()
        .orElse("");
  }

  /** The first 200 rows with what each would do by a plan that need not be saved. */
  public ImportPreview preview(long id, ImportPlan plan) {
    PersonImport one = imports.get(id);
    try (TableIn table = TableIn.open(files.open(one.hash()), one.plan().form())) {
      List<CSVRecord> rows = new ArrayList<>();
      Optional<CSVRecord> row = table.next();
      while (row.isPresent() && rows.size() < PREVIEWED) {
        rows.add(row.get());
        row = table.next();
      }
      boolean readable = plan.column(ImportPlan.EMAIL) >= 0;
      return new ImportPreview(
          columns(table.head(), rows), readable ? previews(plan, rows) : List.of());
    } catch (UncheckedIOException | IOException broken) {
      throw new Refused("file", "not_a_table", why(broken));
    }
  }

  private List<ImportPage.RowPreview> previews(ImportPlan plan, List<CSVRecord> rows) {
    ImportPage page = new ImportPage(plan, fields());
    for (int i = 0; i < rows.size(); i++) {
      page.read(i + 1L, rows.get(i));
    }
    return page.decide(store.known(page.keys()), store.erased(page.keys())).previews().stream()
        .sorted(java.util.Comparator.comparing(ImportPage.RowPreview::row))
        .toList();
  }

  private static List<ImportColumn> columns(List<String> head, List<CSVRecord> rows) {
    List<ImportColumn> columns = new ArrayList<>();
    for (int i = 0; i < head.size(); i++) {
      int column = i;
      columns.add(
          new ImportColumn(
              head.get(i),
              rows.stream()
                  .filter(row -> row.size() > column)
                  .map(row -> row.get(column))
                  .filter(cell -> !cell.isBlank())
                  .map(cell -> cell.length() > 60 ? cell.substring(0, 60) + "…" : cell)
                  .distinct()
                  .limit(SAMPLES)
                  .toList()));
    }
    return columns;
  }

  /** In words, for whoever brought it. */
  static String why(Exception broken) {
    Throwable cause = broken.getCause() == null ? broken : broken.getCause();
    return "This file cannot be read as a table. " + cause.getMessage();
  }

  private List<FieldDefinition> fields() {
    return business.now().settings().fields();
  }
}
