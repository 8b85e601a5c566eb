package jeton.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is kept anew of a dump: what changed in it. */
class PieceWriterTest {
  private static final int ROWS = 200_000;

  @TempDir Path folder;
  private final Map<String, byte[]> kept = new LinkedHashMap<>();

  private final PieceWriter.Pieces pieces =
      new PieceWriter.Pieces() {
        @Override
        public Path draft() throws IOException {
          return Files.createTempFile(folder, "draft", "");
        }

        @Override
        public void keep(String sha256, Path draft) throws IOException {
          kept.putIfAbsent(sha256, Files.readAllBytes(draft));
        }
      };

  private static List<String> rows() {
    List<String> rows = new ArrayList<>();
    for (int i = 0; i < ROWS; i++) {
      rows.add("INSERT INTO `person` VALUES (" + i + ",'p" + i + "@mail.example','Aoife');");
    }
    rows.add("-- Dump completed");
    return rows;
  }

  private List<String> write(List<String> rows) throws IOException {
    try (PieceWriter writer = new PieceWriter(pieces)) {
      for (String row : rows) {
        writer.line(row.getBytes(StandardCharsets.ISO_8859_1));
      }
      return writer.finish();
    }
  }

  private Map<String, Long> read(List<String> names, ByteArrayOutputStream into)
      throws IOException {
    return Dump.read(names, name -> new ByteArrayInputStream(kept.get(name)), into);
  }

  @Test
  void rowsThatStayed_areNotKeptAgain_whereverOthersCameWentOrChanged() throws Exception {
    List<String> rows = rows();
    List<String> first = write(rows);
    assertThat(first).hasSizeBetween(100, 300);
    rows.set(500, rows.get(500).replace("Aoife", "Aoife Maria"));
    rows.remove(ROWS / 2);
    rows.add(ROWS - 10, "INSERT INTO `person` VALUES (-1,'new@mail.example','Jo');");
    List<String> second = write(rows);

    Set<String> fresh = new HashSet<>(second);
    fresh.removeAll(new HashSet<>(first));
    assertThat(fresh).as("one for each change").hasSizeBetween(1, 3);
    ByteArrayOutputStream whole = new ByteArrayOutputStream();
    assertThat(read(second, whole)).isEqualTo(Map.of("person", (long) ROWS));
    assertThat(whole.toString(StandardCharsets.ISO_8859_1).split("\n")).isEqualTo(rows.toArray());
    try (Stream<Path> left = Files.list(folder)) {
      assertThat(left).as("drafts that stayed").isEmpty();
    }
  }

  @Test
  void aPieceThatIsNotWhatItWas_isNamed_andADumpWithoutItsEndIsNone() throws Exception {
    List<String> names = write(rows());
    ByteArrayOutputStream nowhere = new ByteArrayOutputStream();
    assertThatThrownBy(() -> read(names.subList(0, names.size() - 1), nowhere))
        .hasMessageContaining("not whole");
    byte[] changed = kept.get(names.get(1));
    changed[changed.length / 2] ^= 1;
    assertThatThrownBy(() -> read(names, nowhere))
        .isInstanceOfSatisfying(
            BrokenContent.class, broken -> assertThat(broken.name()).isEqualTo(names.get(1)));
  }
}
