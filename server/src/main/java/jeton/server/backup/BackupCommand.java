package jeton.server.backup;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import jeton.server.database.DatabaseTools;
import jeton.server.database.DatabaseTrouble;

/**
 * {@code backup TARGET [--keep N]}, {@code verify BACKUP}, {@code restore BACKUP HOME}: what {@code
 * ./jeton} calls.
 */
public final class BackupCommand {
  private static final String NOTE =
      """
      INSERT INTO backup_run (by_whom, began_at, beat_at, ended_at, state, place, kept, files, octets)
      VALUES ('COMMAND', '%1$s', '%1$s', UTC_TIMESTAMP(3), 'GOOD', CONVERT(UNHEX('%2$s') USING utf8mb4), %3$d, %4$d, %5$d);
      UPDATE configuration SET version = version + 1 WHERE id = 1
      """;

  private BackupCommand() {}

  public static void main(String[] args) {
    try {
      System.out.println(run(Arrays.asList(args), System.getenv()));
    } catch (BackupTrouble | DatabaseTrouble trouble) {
      System.err.println("jeton: " + trouble.getMessage());
      System.exit(1);
    }
  }

  static String run(List<String> args, Map<String, String> environment) {
    Backups backups = new Backups(at -> DatabaseTools.of(at, environment), Clock.systemUTC());
    Path home =
        Path.of(
            environment.getOrDefault("JETON_HOME", System.getProperty("user.home") + "/.jeton"));
    if (args.size() >= 2 && args.get(0).equals("backup")) {
      Path target = Path.of(args.get(1));
      int keep =
          args.size() == 4 && args.get(2).equals("--keep") ? Integer.parseInt(args.get(3)) : 0;
      Backups.Made made = backups.alone(target, () -> backups.make(home, target));
      note(made, DatabaseTools.of(home, environment));
      return kept(
          made, keep > 0 ? backups.alone(target, () -> keepNewest(backups, target, keep)) : "");
    }
    if (args.size() == 2 && args.get(0).equals("verify")) {
      return "It is whole: " + words(backups.verify(Path.of(args.get(1))).manifest()) + ".";
    }
    if (args.size() == 3 && args.get(0).equals("restore")) {
      Backups.Made made = backups.restore(Path.of(args.get(1)), Path.of(args.get(2)));
      return "Put back as of %s: %s. Start it with JETON_HOME=%s."
          .formatted(made.manifest().at(), words(made.manifest()), args.get(2));
    }
    throw new BackupTrouble("backup TARGET [--keep N], verify BACKUP, or restore BACKUP HOME");
  }

  private static String keepNewest(Backups backups, Path target, int keep) {
    return ", " + backups.keepNewest(target, keep) + " old ones taken away";
  }

  private static String kept(Backups.Made made, String old) {
    return "Kept in " + made.folder() + ": " + words(made.manifest()) + old + ".";
  }

  /**
   * So that Setup and Readiness know of it; tables of an earlier version have no place for that.
   */
  private static void note(Backups.Made made, DatabaseTools database) {
    String place =
        HexFormat.of()
            .formatHex(made.folder().toAbsolutePath().toString().getBytes(StandardCharsets.UTF_8));
    String at = made.manifest().at().toString().replace('T', ' ').replace("Z", "");
    try (DatabaseTools tools = database) {
      tools.ask(
          NOTE.formatted(
              at,
              place,
              made.manifest().rowsInAll(),
              made.manifest().files().size(),
              Files.size(made.folder().resolve(Dump.NAME))));
    } catch (DatabaseTrouble | IOException notNoted) {
      System.err.println("jeton: the back-up is good, and could not be noted in the database");
    }
  }

  private static String words(Manifest manifest) {
    return "%,d rows in %d tables, %d files%s"
        .formatted(
            manifest.rowsInAll(),
            manifest.rows().size(),
            manifest.files().size(),
            manifest.withKey() ? ", the key" : ", without a key: JETON_SECRET_KEY is needed");
  }
}
