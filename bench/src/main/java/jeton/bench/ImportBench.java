package jeton.bench;

import java.io.BufferedWriter;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.people.ImportRule;
import jeton.server.intake.ImportFiles;
import jeton.server.intake.ImportPlan;
import jeton.server.intake.ImportWork;
import jeton.server.intake.Imports;
import jeton.server.intake.PersonImport;

/**
 * An import with all it does (addresses checked, lists, tags, evidence, history, progress), against
 * LOAD DATA of the same rows into a table like that of people.
 */
final class ImportBench implements Bench.Measurement {
  private static final double BAR = 0.1;
  private static final int ROWS = 100_000;
  private BenchServer server;
  private int files;

  @Override
  public Bench.Result run(BenchServer on) throws Exception {
    server = on;
    imported(file(20_000), 20_000);
    Rounds rounds = new Rounds();
    for (int round = 0; round < 3; round++) {
      Path file = file(ROWS);
      double floor = loaded(file);
      rounds.add(ROWS / imported(file, ROWS), ROWS / floor);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("rows_per_s", Math.round(rounds.ours()));
    more.put("load_data_per_s", Math.round(rounds.floor()));
    more.put("rows", ROWS);
    more.put("heap_most", (Runtime.getRuntime().maxMemory() >> 20) + "MB");
    return rounds.result(BAR, more);
  }

  private Path file(int rows) throws Exception {
    Path file = Files.createTempFile("people", ".csv");
    file.toFile().deleteOnExit();
    files++;
    try (BufferedWriter out = Files.newBufferedWriter(file)) {
      out.write("email,first_name\n");
      for (int i = 0; i < rows; i++) {
        out.write("f" + files + "." + i + "@mail.example,Ada\n");
      }
    }
    return file;
  }

  private double imported(Path file, int rows) throws Exception {
    Imports imports = server.bean(Imports.class);
    long id;
    try (InputStream in = Files.newInputStream(file)) {
      id = server.bean(ImportFiles.class).bringIn("people.csv", "bench", in).id();
    }
    ImportPlan plan = imports.get(id).plan();
    imports.check(
        id,
        new ImportPlan(
            plan.form(),
            plan.columns(),
            plan.targets(),
            List.of(1L),
            List.of("imported"),
            ImportRule.Known.FILL,
            Optional.empty(),
            "Made up for a measurement"));
    work(server.bean(ImportWork.class));
    imports.start(id);
    long began = System.nanoTime();
    work(server.bean(ImportWork.class));
    double seconds = (System.nanoTime() - began) / 1e9;
    PersonImport done = imports.get(id);
    if (done.counts().added() != rows) {
      throw new IllegalStateException("It added " + done.counts());
    }
    return seconds;
  }

  private static void work(ImportWork imports) {
    while (imports.work()) {
      // Until all rows are dealt with.
    }
  }

  private double loaded(Path file) throws Exception {
    try (Connection connection = server.connectForFiles();
        Statement sql = connection.createStatement()) {
      sql.execute("CREATE TABLE IF NOT EXISTS person_loaded LIKE person");
      long began = System.nanoTime();
      sql.execute(
          "LOAD DATA LOCAL INFILE '"
              + file
              + "' INTO TABLE person_loaded FIELDS TERMINATED BY ',' IGNORE 1 LINES (email, first_name) SET email_key = email,"
              + " state = 'ON_THE_LIST', state_since = UTC_TIMESTAMP(3), created_at = UTC_TIMESTAMP(3)");
      return (System.nanoTime() - began) / 1e9;
    }
  }
}
