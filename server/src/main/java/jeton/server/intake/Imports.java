package jeton.server.intake;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import jeton.core.form.FieldDefinition;
import jeton.core.people.ImportRule;
import jeton.core.people.ListSettings;
import jeton.core.problem.Problems;
import jeton.server.business.Business;
import jeton.server.csv.TableIn;
import jeton.server.files.StoredFiles;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.tag.Tags;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Imports (L4): a file is read row by row in the background, a page of rows in a transaction with
 * the count of rows dealt with, so that a crash neither loses a row nor does one twice.
 */
@Service
public class Imports {
  private static final int PAGE = 2000;
  private static final int PREVIEWED = 200;
  private static final int MOST_ROWS = 1_000_000;
  private static final int SAMPLES = 3;
  private static final Duration LEASE = Duration.ofSeconds(30);
  private final ImportStore store;
  private final Means means;
  private final TransactionOperations tx;
  private final Clock clock;
  private final String worker = UUID.randomUUID().toString();
  private Reading reading;

  Imports(ImportStore store, Means means, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.means = means;
    this.tx = tx;
    this.clock = clock;
  }

  /** What imports need. */
  @org.springframework.stereotype.Component
  record Means(
      StoredFiles files, Business business, Lists lists, Tags tagNames, People people, Asks asks) {}

  /** The file being read, and how far. */
  private record Reading(long importId, PersonImport.State state, TableIn table, long[] at) {}

  /** What a column holds, for choosing what it is. */
  public record ImportColumn(String name, List<String> samples) {}

  /** The first rows with what each would do. */
  public record ImportPreview(List<ImportColumn> columns, List<ImportPage.RowPreview> rows) {}

  /** The newest, newest first. */
  public List<PersonImport> all() {
    return store.newest(50);
  }

  /** One that must exist. */
  public PersonImport get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This import"));
  }

  /** Keeps a file and counts its rows; nobody is touched by it. */
  public PersonImport bringIn(String name, String by, InputStream content) {
    StoredFiles.Stored file = means.files().keepFile(name, content);
    try {
      TableIn.TableForm form = TableIn.form(means.files().open(file.hash()));
      try (TableIn table = TableIn.open(means.files().open(file.hash()), form)) {
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
        return get(store.add(name, file.hash(), first(form, columns), by, rows, clock.instant()));
      }
    } catch (UncheckedIOException | IOException | IllegalStateException broken) {
      throw new Refused("file", "not_a_table", why(broken));
    }
  }

  private static String why(Exception broken) {
    Throwable cause = broken.getCause() == null ? broken : broken.getCause();
    return "This file cannot be read as a table. " + cause.getMessage();
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

  private List<FieldDefinition> fields() {
    return means.business().now().settings().fields();
  }

  /** The first 200 rows with what each would do by a plan that need not be saved. */
  public ImportPreview preview(long id, ImportPlan plan) {
    PersonImport one = get(id);
    try (TableIn table = TableIn.open(means.files().open(one.hash()), one.plan().form())) {
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

  /** Saves what is to be done, and has all rows looked at; nobody is touched by it. */
  @Transactional
  public PersonImport check(long id, ImportPlan plan) {
    PersonImport one = store.lock(id).orElseThrow(() -> new NotThere("This import"));
    mustBe(one, PersonImport.State.READ, PersonImport.State.CHECKED, PersonImport.State.CHECKING);
    ImportPlan whole = keeping(one, plan);
    Problems problems = new Problems();
    whole.check(fields(), means.lists().existing(whole.lists()), problems);
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

  /**
   * Deals with a page of rows.
   *
   * @return whether there was any
   */
  public synchronized boolean work() {
    Optional<PersonImport> claimed = store.claim(worker, clock.instant(), LEASE);
    if (claimed.isEmpty()) {
      return false;
    }
    PersonImport one = claimed.get();
    try {
      page(one);
    } catch (UncheckedIOException | IOException | IllegalStateException broken) {
      forget();
      store.end(one.id(), PersonImport.State.FAILED, why(broken), clock.instant());
    }
    return true;
  }

  private void page(PersonImport one) throws IOException {
    TableIn table = at(one);
    ImportPage page = new ImportPage(one.plan(), fields());
    int rows = 0;
    Optional<CSVRecord> row = rows < PAGE ? table.next() : Optional.empty();
    while (row.isPresent()) {
      rows++;
      page.read(one.readRows() + rows, row.get());
      row = rows < PAGE ? table.next() : Optional.empty();
    }
    int read = rows;
    boolean done =
        Boolean.TRUE.equals(
            tx.execute(
                status ->
                    one.state() == PersonImport.State.CHECKING
                        ? looked(one, page, read)
                        : written(one, page, read)));
    if (!done) {
      forget();
      return;
    }
    reading.at()[0] += read;
    if (read < PAGE) {
      forget();
      finish(one.id(), one.state());
    }
  }

  private void finish(long id, PersonImport.State state) {
    if (state == PersonImport.State.CHECKING) {
      store.checked(id, get(id).counts());
    } else {
      store.end(id, PersonImport.State.DONE, "", clock.instant());
    }
  }

  private boolean looked(PersonImport one, ImportPage page, int rows) {
    ImportPage.Decided decided = page.decide(store.known(page.keys()), store.erased(page.keys()));
    return store.progress(one, worker, rows, decided.counts());
  }

  private boolean written(PersonImport one, ImportPage page, int rows) {
    Map<String, ImportPage.Known> known = store.known(page.keys());
    means.people().lockAll(known.values().stream().map(ImportPage.Known::id).toList());
    ImportPage.Decided decided = page.decide(known, store.erased(page.keys()));
    if (!store.progress(one, worker, rows, decided.counts())) {
      return false;
    }
    Instant now = clock.instant();
    if (one.plan().askBy().isPresent()) {
      means.asks().ask(one, decided.adds());
    } else {
      add(one, decided.adds(), now);
    }
    meet(one, decided.meets(), now);
    store.refuse(one.id(), decided.refusals());
    return true;
  }

  private void add(PersonImport one, List<ImportPage.Line> adds, Instant now) {
    if (adds.isEmpty()) {
      return;
    }
    long after = store.newestPerson();
    store.addPeople(one.id(), adds, now);
    store.putOnLists(one.id(), after, one.plan().lists(), now);
    store.noteImported(
        one.id(), after, one.name() + ", by " + one.byWhom() + ": " + one.plan().statement(), now);
    boolean tells = adds.stream().anyMatch(a -> !a.answers().isEmpty() || !a.tags().isEmpty());
    if (tells) {
      Map<String, Long> ids =
          store.made(one.id(), adds.stream().map(line -> line.address().compareKey()).toList());
      tell(
          adds.stream()
              .filter(line -> ids.containsKey(line.address().compareKey()))
              .collect(
                  Collectors.toMap(
                      line -> ids.get(line.address().compareKey()), line -> line, (a, b) -> a)),
          now);
    }
  }

  private void meet(PersonImport one, Map<Long, ImportPage.Line> meets, Instant now) {
    store.putKnownOnLists(meets.keySet(), one.plan().lists(), now);
    meets.forEach(
        (id, line) -> {
          if (!line.firstName().isEmpty()) {
            store.name(id, line.firstName());
          }
        });
    tell(meets, now);
  }

  private void tell(Map<Long, ImportPage.Line> lines, Instant now) {
    List<ImportStore.Answer> answers = new ArrayList<>();
    List<ImportStore.Answer> tags = new ArrayList<>();
    lines.forEach(
        (id, line) -> {
          line.answers()
              .forEach((key, value) -> answers.add(new ImportStore.Answer(id, key, value)));
          line.tags().forEach(tag -> tags.add(new ImportStore.Answer(id, "", tag)));
        });
    store.answers(answers, now);
    store.tags(
        tags, means.tagNames().keys(tags.stream().map(ImportStore.Answer::value).toList()), now);
  }

  /** The file, opened where the import is: kept open from page to page. */
  private TableIn at(PersonImport one) throws IOException {
    boolean isHere =
        reading != null
            && reading.importId() == one.id()
            && reading.state() == one.state()
            && reading.at()[0] == one.readRows();
    if (!isHere) {
      forget();
      TableIn table = TableIn.open(means.files().open(one.hash()), one.plan().form());
      table.skip(one.readRows());
      reading = new Reading(one.id(), one.state(), table, new long[] {one.readRows()});
    }
    return reading.table();
  }

  private void forget() {
    if (reading != null) {
      try {
        reading.table().close();
      } catch (IOException gone) {
        // Nothing was written to it.
      }
      reading = null;
    }
  }
}
