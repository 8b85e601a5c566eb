package jeton.server.coupon;

import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.util.function.Consumer;
import jeton.server.csv.TableIn;
import jeton.server.problem.Refused;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.core.io.ByteArrayResource;

/**
 * Tables that owners bring in: CSV by RFC 4180, in UTF-8 or Windows-1252, as spreadsheets write it.
 */
final class CsvText {
  /** Most octets of one: a million codes and then some. */
  static final int MOST_OCTETS = 64 << 20;

  /** Most rows that are told one by one for not being fit. */
  static final int MOST_TOLD = 100;

  private static final char MARK = '\uFEFF';

  private CsvText() {}

  /** Hands on row after row; what was handed on before a row that cannot be read stays so. */
  static void eachRow(InputStream content, Consumer<CSVRecord> takes) {
    try (var rows = rows(content)) {
      rows.forEach(takes);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (UncheckedIOException brokenQuotes) {
      throw new Refused(
          "file",
          "not_a_table",
          "The table breaks off where a quotation mark is not closed. Rows before it are kept.");
    }
  }

  /** Its rows. How it is written is told apart as for every table. */
  private static CSVParser rows(InputStream content) throws IOException {
    byte[] octets = content.readNBytes(MOST_OCTETS + 1);
    if (octets.length > MOST_OCTETS) {
      throw new Refused("file", "too_large", "A table can have up to 64 MB. Bring it in in parts.");
    }
    TableIn.TableForm form = TableIn.form(new ByteArrayResource(octets));
    String text = withoutMark(new String(octets, Charset.forName(form.charset())));
    if (text.indexOf('\0') >= 0) {
      throw new Refused(
          "file", "not_a_table", "This is no CSV. Save it as CSV (UTF-8) and choose it again.");
    }
    return CSVFormat.DEFAULT
        .builder()
        .setDelimiter(form.delimiter())
        .setIgnoreEmptyLines(true)
        .setIgnoreSurroundingSpaces(true)
        .get()
        .parse(new StringReader(text));
  }

  private static String withoutMark(String text) {
    return !text.isEmpty() && text.charAt(0) == MARK ? text.substring(1) : text;
  }
}
