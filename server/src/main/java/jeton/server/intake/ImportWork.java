package jeton.server.intake;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import jeton.core.form.FieldDefinition;
import jeton.server.business.Business;
import jeton.server.csv.TableIn;
import jeton.server.files.StoredFiles;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Imports done (L4): a file is read row by row in the background, a page of rows in a transaction
 * with the count of rows dealt with, so that a crash neither loses a row nor does one twice.
 */
@Service
public class ImportWork {
  private static final int PAGE = 2000;
  private static final Duration LEASE = Duration.ofSeconds(30);
  private final String worker = UUID.randomUUID().toString();
  private Reading reading;
  private final ImportStore store;
  private final ImportPeople people;
  private final StoredFiles files;
  private final Business business;
  private final TransactionOperations tx;
  private final Clock clock;

  ImportWork(
      ImportStore store,
      ImportPeople people,
      StoredFiles files,
      Business business,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.people = people;
    this.files = files;
    this.business = business;
    this.tx = tx;
    this.clock = clock;
  }

  /** The file being read, and how far. */
  private record Reading(long importId, PersonImport.State state, TableIn table, long[] at) {}

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
      store.end(one.id(), PersonImport.State.FAILED, ImportFiles.why(broken), clock.instant());
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
      store.checked(id, store.find(id).orElseThrow().counts());
    } else {
      store.end(id, PersonImport.State.DONE, "", clock.instant());
    }
  }

  private boolean looked(PersonImport one, ImportPage page, int rows) {
    ImportPage.Decided decided = page.decide(store.known(page.keys()), store.erased(page.keys()));
    return store.progress(one, worker, rows, decided.counts());
  }

  private boolean written(PersonImport one, ImportPage page, int rows) {
    ImportPage.Decided decided = people.decided(page);
    if (!store.progress(one, worker, rows, decided.counts())) {
      return false;
    }
    people.write(one, decided);
    return true;
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
      TableIn table = TableIn.open(files.open(one.hash()), one.plan().form());
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

  private List<FieldDefinition> fields() {
    return business.now().settings().fields();
  }
}
