package jeton.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedWriter;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import jeton.core.people.ImportRule;
import jeton.core.people.ListSettings;
import jeton.harness.Http;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;

/**
 * Many rows, some of a megabyte, and nothing held in memory whole. {@code -Djeton.rows=1000000} has
 * as many as there may be, in a file of more than 100 MB.
 */
class LargeImportTest {
  private static final int ROWS = Integer.getInteger("jeton.rows", 20_000);
  private static final int LOOK_EVERY = 50;
  private static final long MOST_GROWTH = 96L << 20;
  private final TestServer server = TestServer.get();
  private final Imports imports = server.bean(Imports.class);
  private long before;

  @Test
  void aFileOfManyRowsIsReadPageByPage() throws IOException {
    Path file = Files.createTempFile("many", ".csv");
    try {
      write(file);
      Http.Answer answer = server.owner().upload("/api/imports?name=many.csv", file);
      assertThat(answer.status()).as(answer.body()).isEqualTo(200);
      long id = answer.json().get("id").asLong();
      ImportPlan plan = imports.get(id).plan();
      before = used();
      imports.check(
          id,
          new ImportPlan(
              plan.form(),
              plan.columns(),
              plan.targets(),
              List.of(ListSettings.FIRST),
              List.of("many"),
              ImportRule.Known.FILL,
              Optional.empty(),
              "On paper, in 2025."));
      work();
      imports.start(id);
      work();
      PersonImport done = imports.get(id);
      assertThat(done.state()).isEqualTo(PersonImport.State.DONE);
      // The last row is the first one's again: known by then, and nothing is left to fill in.
      assertThat(done.counts()).isEqualTo(new PersonImport.ImportCounts(ROWS - 1, 0, 1, 0));
    } finally {
      Files.delete(file);
    }
  }

  private static void write(Path file) throws IOException {
    String run = UUID.randomUUID().toString();
    String filler = "a sentence nobody asked for, ".repeat(2);
    try (BufferedWriter csv = Files.newBufferedWriter(file)) {
      csv.write("email;first_name;note\n");
      for (int i = 0; i < ROWS - 1; i++) {
        csv.write(i + "." + run + "@mail.example;Ada;\"" + filler + "\"\n");
      }
      csv.write("0." + run + "@mail.example;Ada;" + "x".repeat(900_000) + "\n");
    }
  }

  private void work() {
    boolean more = true;
    for (int page = 1; more; page++) {
      more = server.bean(ImportWork.class).work();
      if (page % LOOK_EVERY == 0) {
        assertThat(used() - before).as("octets alive after page %d", page).isLessThan(MOST_GROWTH);
      }
    }
  }

  private static long used() {
    System.gc();
    return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
  }
}
