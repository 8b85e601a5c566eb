package jeton.server.csv;

import java.io.BufferedInputStream;
import java.io.BufferedReader;
import java.io.FilterReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.core.io.Resource;

/**
 * A table brought in (L4): CSV by RFC 4180 with commas, semicolons or tabs, in UTF-8 or
 * Windows-1252, which are told apart. Read row by row, however many there are: a row has at most
 * {@value #MOST_ROW} characters.
 */
public final class TableIn implements AutoCloseable {
  /** Most characters of a row. */
  public static final int MOST_ROW = 1_500_000;

  private static final Charset WINDOWS = Charset.forName("windows-1252");
  private static final int CHUNK = 1 << 16;
  private static final int LOOKED_AT = 20_000;

  private final CSVParser parser;
  private final Iterator<CSVRecord> rows;
  private final Bounded bounded;
  private final List<String> head;

  private TableIn(CSVParser parser, Bounded bounded) {
    this.parser = parser;
    this.bounded = bounded;
    this.rows = parser.iterator();
    this.head = next().map(row -> row.toList()).orElse(List.of());
  }

  /**
   * How it is written.
   *
   * @param delimiter between cells
   */
  public record TableForm(String charset, String delimiter) {}

  /** Finds out how a table is written, by reading it once. */
  public static TableForm form(Resource file) throws IOException {
    Charset charset = isUtf8(file) ? StandardCharsets.UTF_8 : WINDOWS;
    try (Reader reader = reader(file, charset)) {
      char[] first = new char[LOOKED_AT];
      int n = reader.read(first);
      return new TableForm(charset.name(), delimiter(new String(first, 0, Math.max(0, n))));
    }
  }

  /** Opens it; its first row is the head. */
  public static TableIn open(Resource file, TableForm form) throws IOException {
    Bounded bounded = new Bounded(reader(file, Charset.forName(form.charset())));
    CSVParser parser =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(form.delimiter())
            .setIgnoreEmptyLines(true)
            .setLenientEof(true)
            .setTrailingData(true)
            .get()
            .parse(bounded);
    return new TableIn(parser, bounded);
  }

  /** Names of the columns. */
  public List<String> head() {
    return head;
  }

  /**
   * The next row.
   *
   * @throws java.io.UncheckedIOException when it cannot be read on, with words for the owner
   */
  public Optional<CSVRecord> next() {
    bounded.begin();
    return rows.hasNext() ? Optional.of(rows.next()) : Optional.empty();
  }

  /** Passes over rows that were dealt with. */
  public void skip(long n) {
    for (long i = 0; i < n && next().isPresent(); i++) {
      // Passed over.
    }
  }

  @Override
  public void close() throws IOException {
    parser.close();
  }

  private static Reader reader(Resource file, Charset charset) throws IOException {
    BufferedReader reader =
        new BufferedReader(new InputStreamReader(file.getInputStream(), charset), CHUNK);
    reader.mark(1);
    if (reader.read() != '\uFEFF') {
      reader.reset();
    }
    return reader;
  }

  private static boolean isUtf8(Resource file) throws IOException {
    CharsetDecoder decoder =
        StandardCharsets.UTF_8
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT);
    CharBuffer out = CharBuffer.allocate(CHUNK);
    ByteBuffer in = ByteBuffer.allocate(CHUNK);
    try (InputStream stream = new BufferedInputStream(file.getInputStream(), CHUNK)) {
      int n = stream.read(in.array(), in.position(), in.remaining());
      while (n >= 0) {
        in.limit(in.position() + n).position(0);
        out.clear();
        CoderResult result = decoder.decode(in, out, false);
        if (result.isError()) {
          return false;
        }
        in.compact();
        n = stream.read(in.array(), in.position(), in.remaining());
      }
      return in.position() == 0;
    }
  }

  /** What stands between cells: whichever the first line has most of, outside quotes. */
  private static String delimiter(String text) {
    long commas = 0;
    long semicolons = 0;
    long tabs = 0;
    boolean quoted = false;
    for (int i = 0; i < text.length() && (quoted || text.charAt(i) != '\n'); i++) {
      char c = text.charAt(i);
      quoted = c == '"' ? !quoted : quoted;
      commas += !quoted && c == ',' ? 1 : 0;
      semicolons += !quoted && c == ';' ? 1 : 0;
      tabs += !quoted && c == '\t' ? 1 : 0;
    }
    if (tabs > commas && tabs > semicolons) {
      return "\t";
    }
    return semicolons > commas ? ";" : ",";
  }

  /** A quote that is never closed must not fill the memory with the rest of the file. */
  private static final class Bounded extends FilterReader {
    private long since;

    Bounded(Reader in) {
      super(in);
    }

    void begin() {
      since = 0;
    }

    @Override
    public int read() throws IOException {
      count(1);
      return super.read();
    }

    @Override
    public int read(char[] to, int from, int most) throws IOException {
      int n = super.read(to, from, most);
      count(Math.max(0, n));
      return n;
    }

    private void count(int n) throws IOException {
      since += n;
      if (since > MOST_ROW + CHUNK) {
        throw new IOException(
            "A row is longer than a megabyte: perhaps a quotation mark is not closed.");
      }
    }
  }
}
