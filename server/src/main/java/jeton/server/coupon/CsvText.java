package jeton.server.coupon;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import jeton.server.problem.Refused;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;

/**
 * Tables that owners bring in: CSV by RFC 4180, in UTF-8 or Windows-1252, as spreadsheets write it.
 */
final class CsvText {
  /** Most octets of one: a million codes and then some. */
  static final int MOST_OCTETS = 64 << 20;

  private static final char MARK = '\uFEFF';

  private CsvText() {}

  /** Its rows. What is no UTF-8 is taken for Windows-1252. */
  static CSVParser rows(InputStream content) throws IOException {
    byte[] octets = content.readNBytes(MOST_OCTETS + 1);
    if (octets.length > MOST_OCTETS) {
      throw new Refused("file", "too_large", "A table can have up to 64 MB. Bring it in in parts.");
    }
    String text = decoded(octets);
    if (text.indexOf('\0') >= 0) {
      throw new Refused(
          "file", "not_a_table", "This is no CSV. Save it as CSV (UTF-8) and choose it again.");
    }
    return CSVFormat.DEFAULT
        .builder()
        .setDelimiter(delimiter(text))
        .setIgnoreEmptyLines(true)
        .setIgnoreSurroundingSpaces(true)
        .get()
        .parse(new StringReader(text));
  }

  private static String decoded(byte[] octets) {
    String text;
    try {
      text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(octets)).toString();
    } catch (CharacterCodingException notUtf8) {
      text = new String(octets, Charset.forName("windows-1252"));
    }
    return !text.isEmpty() && text.charAt(0) == MARK ? text.substring(1) : text;
  }

  /** What stands between cells: whichever the first line has most of. */
  private static String delimiter(String text) throws IOException {
    String first;
    try (Reader reader = new StringReader(text);
        BufferedReader lines = new BufferedReader(reader)) {
      first = String.valueOf(lines.readLine());
    }
    long semicolons = first.chars().filter(c -> c == ';').count();
    long tabs = first.chars().filter(c -> c == '\t').count();
    long commas = first.chars().filter(c -> c == ',').count();
    if (tabs > commas && tabs > semicolons) {
      return "\t";
    }
    return semicolons > commas ? ";" : ",";
  }
}
