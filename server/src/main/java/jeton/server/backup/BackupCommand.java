package jeton.server.backup;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import jeton.core.upkeep.ShelfAddress;
import jeton.server.database.DatabaseTools;
import jeton.server.database.DatabaseTrouble;
import jeton.server.shelf.Shelf;
import jeton.server.shelf.Shelves;

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
    } catch (BackupTrouble | DatabaseTrouble | IllegalArgumentException trouble) {
      System.err.println("jeton: " + trouble.getMessage());
      System.exit(1);
    }
  }

  static String run(List<String> args, Map<String, String> environment) {
    Backups backups = new Backups(Clock.systemUTC());
    Path home =
        Path.of(
            environment.getOrDefault("JETON_HOME", System.getProperty("user.home") + "/.jeton"));
    BackedUp own = BackedUp.of(home, environment);
    Shelves shelves = Shelves.of(environment);
    if (args.size() >= 2 && args.get(0).equals("backup")) {
      int keep = keep(args);
      try (Shelf target = shelves.at(whole(args.get(1)))) {
        Backups.Made made =
            backups.alone(
                target,
                () -> {
                  Backups.Made whole = backups.make(own, target);
                  backups.verify(whole);
                  return whole;
                });
        note(made, own.database().get());
        return kept(
            made, keep > 0 ? backups.alone(target, () -> keepNewest(backups, target, keep)) : "");
      }
    }
    if (args.size() == 2 && args.get(0).equals("verify")) {
      try (Shelf shelf = shelves.at(parent(args.get(1)))) {
        return "It is whole: " + words(backups.verify(shelf, moment(args.get(1))).manifest()) + ".";
      }
    }
    if (args.size() == 3 && args.get(0).equals("restore")) {
      BackedUp into = BackedUp.of(Path.of(args.get(2)), environment);
      try (Shelf shelf = shelves.at(parent(args.get(1)))) {
        Backups.Made made = backups.restore(shelf, moment(args.get(1)), into);
        return "Put back as of %s: %s. Start it with JETON_HOME=%s."
            .formatted(made.manifest().at(), words(made.manifest()), args.get(2));
      }
    }
    throw new BackupTrouble("backup TARGET [--keep N], verify BACKUP, or restore BACKUP HOME");
  }

  private static int keep(List<String> args) {
    boolean isNamed = args.size() == 4 && args.get(2).equals("--keep");
    if (args.size() > 2 && !(isNamed && args.get(3).matches("[1-9]\\d{0,3}"))) {
      throw new BackupTrouble("backup TARGET [--keep N], with how many of the newest to keep");
    }
    return isNamed ? Integer.parseInt(args.get(3)) : 0;
  }

  /** The whole way to it, from the folder the command is called in. */
  private static String whole(String place) {
    return ShelfAddress.meansBucket(place)
        ? place
        : Path.of(place).toAbsolutePath().normalize().toString();
  }

  private static String parent(String backup) {
    String whole = whole(backup);
    return whole.substring(0, whole.lastIndexOf('/'));
  }

  private static String moment(String backup) {
    String whole = whole(backup);
    return whole.substring(whole.lastIndexOf('/') + 1);
  }

  private static String keepNewest(Backups backups, Shelf target, int keep) {
    return ", " + backups.keepNewest(target, keep) + " old ones taken away";
  }

  private static String kept(Backups.Made made, String old) {
    return "Kept in %s: %s; %,d kB were not there yet%s."
        .formatted(made.place(), words(made.manifest()), made.newOctets() / 1024 + 1, old);
  }

  /**
   * So that Setup and Readiness know of it; tables of an earlier version have no place for that.
   */
  private static void note(Backups.Made made, DatabaseTools database) {
    String place = HexFormat.of().formatHex(made.place().getBytes(StandardCharsets.UTF_8));
    String at = made.manifest().at().toString().replace('T', ' ').replace("Z", "");
    try (DatabaseTools tools = database) {
      tools.ask(
          NOTE.formatted(
              at,
              place,
              made.manifest().rowsInAll(),
              made.manifest().files().size(),
              made.manifest().octets()));
    } catch (DatabaseTrouble notNoted) {
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
