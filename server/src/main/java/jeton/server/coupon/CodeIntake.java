package jeton.server.coupon;

import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import jeton.core.coupon.CodeShape;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/** Codes of the owner's own on their way into a pool (C5). */
@Component
class CodeIntake {
  private static final int BATCH = 1000;
  private static final int MOST_CODE = 60;

  private final CodeStore codes;
  private final LateCodes late;
  private final ConfigurationVersion configuration;
  private final TransactionOperations tx;

  CodeIntake(
      CodeStore codes,
      LateCodes late,
      ConfigurationVersion configuration,
      TransactionOperations tx) {
    this.codes = codes;
    this.late = late;
    this.configuration = configuration;
    this.tx = tx;
  }

  /**
   * What bringing codes in came to.
   *
   * @param twice rows whose code stands in the file before
   * @param known codes that were there already
   * @param unfit rows that are no code, with their number in the file; at most a hundred
   */
  record BroughtIn(long added, long twice, long known, long unfitRows, List<String> unfit) {}

  /**
   * Brings codes into the pool, a thousand at a time: the first cell of each row. Whatever was cut
   * off can be brought in again; what is there is passed over.
   */
  BroughtIn bringIn(long offerId, InputStream content) {
    Pile pile = new Pile(offerId);
    CsvText.eachRow(content, pile::take);
    pile.flush();
    tx.executeWithoutResult(status -> configuration.changed());
    late.giveToWaiting(offerId);
    return pile.told();
  }

  /** Codes on their way into the pool. */
  private final class Pile {
    private final long offerId;
    private final Set<String> seen = new HashSet<>();
    private final List<Code.Name> batch = new ArrayList<>(BATCH);
    private final List<String> unfit = new ArrayList<>();
    private long added;
    private long rows;
    private long twice;
    private long unfitRows;

    Pile(long offerId) {
      this.offerId = offerId;
    }

    void take(CSVRecord row) {
      String shown = row.size() == 0 ? "" : row.get(0).strip();
      boolean isHeading = row.getRecordNumber() == 1 && shown.equalsIgnoreCase("code");
      if (shown.isEmpty() || isHeading) {
        return;
      }
      String key = CodeShape.key(shown);
      if (key.isEmpty() || shown.length() > MOST_CODE || Problems.hasControl(shown, false)) {
        unfitRows++;
        if (unfit.size() < CsvText.MOST_TOLD) {
          unfit.add("Row " + row.getRecordNumber() + ": this is no code.");
        }
      } else if (!seen.add(key)) {
        twice++;
      } else {
        rows++;
        batch.add(new Code.Name(key, shown));
        if (batch.size() == BATCH) {
          flush();
        }
      }
    }

    void flush() {
      if (!batch.isEmpty()) {
        List<Code.Name> some = List.copyOf(batch);
        added += tx.execute(status -> codes.addFree(offerId, some));
        batch.clear();
      }
    }

    BroughtIn told() {
      return new BroughtIn(added, twice, rows - added, unfitRows, unfit);
    }
  }
}
