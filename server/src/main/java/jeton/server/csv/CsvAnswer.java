package jeton.server.csv;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.LongFunction;
import java.util.function.ToLongFunction;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Answers with a table as CSV (RFC 4180), a page of rows at a time, however many there are. */
public final class CsvAnswer {
  private CsvAnswer() {}

  /**
   * The table.
   *
   * @param name of the file
   * @param head of its columns
   */
  public record Table(String name, List<String> head) {}

  /**
   * Writes it.
   *
   * @param page rows below a number, newest first; an empty one is the end
   * @param number of a row, below which the next page begins
   * @param cells of a row
   */
  public static <R> void write(
      HttpServletResponse response,
      Table table,
      LongFunction<List<R>> page,
      ToLongFunction<R> number,
      java.util.function.Function<R, List<?>> cells)
      throws IOException {
    response.setContentType("text/csv; charset=utf-8");
    response.setHeader("Content-Disposition", "attachment; filename=\"" + table.name() + "\"");
    try (Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8);
        CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
      csv.printRecord(table.head());
      List<R> rows = page.apply(Long.MAX_VALUE);
      while (!rows.isEmpty()) {
        for (R row : rows) {
          csv.printRecord(cells.apply(row).stream().map(c -> safe(String.valueOf(c))).toList());
        }
        rows = page.apply(number.applyAsLong(rows.get(rows.size() - 1)));
      }
    }
  }

  /** Writes one whose rows are all there. */
  public static void write(HttpServletResponse response, Table table, List<List<Object>> rows)
      throws IOException {
    write(response, table, below -> below == 0 ? List.of() : rows, row -> 0L, row -> row);
  }

  /** What a spreadsheet would take for a formula gets an apostrophe in front (L5). */
  static String safe(String cell) {
    return !cell.isEmpty() && "=+-@\t\r".indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
  }
}
