package jeton.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import jeton.server.database.DatabaseTools;
import jeton.server.database.DatabaseTrouble;
import jeton.server.disk.Durable;
import jeton.server.shelf.Shelf;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Back-ups on a shelf: a folder each, named by its moment (UTC), with the key and, last of all, a
 * manifest; and beside them, by hash, once for all, the contents of files and the pieces of dumps
 * of the database, each in one snapshot. One without a manifest was cut off, and is never taken for
 * a whole one.
 */
final class Backups {
  private static final DateTimeFormatter NAME =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH-mm-ss.SSS'Z'").withZone(ZoneOffset.UTC);
  private static final Pattern MOMENT =
      Pattern.compile("\\d{4}-\\d\\d-\\d\\dT\\d\\d-\\d\\d-\\d\\d\\.\\d{3}Z(\\.part)?");
  private static final String MANIFEST = "/manifest.json";
  private static final String DUMP_IN_ONE = "/database.sql.gz";
  private static final String SECRET = "secret.key";
  private static final String KEY = "/" + SECRET;
  private static final String OURS = "jeton-backups.lock";
  private static final String AT_WORK = "jeton-backups.at-work";
  private static final String SCHEMA =
      "SELECT version FROM flyway_schema_history WHERE success ORDER BY installed_rank DESC LIMIT 1";

  // What an older one did not say is nothing.
  private final JsonMapper json =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES).build();
  private final Clock clock;

  Backups(Clock clock) {
    this.clock = clock;
  }

  /**
   * A back-up, and what is in it.
   *
   * @param moment its name on its shelf
   * @param fresh contents that no earlier one had brought there, and the octets of each
   */
  record Made(Shelf shelf, String moment, Manifest manifest, Map<String, Long> fresh) {
    String place() {
      return shelf.address() + "/" + moment;
    }

    long newOctets() {
      return fresh.values().stream().mapToLong(Long::longValue).sum();
    }
  }

  /**
   * Does something with back-ups that nobody else may do meanwhile: whoever takes old ones away
   * would take contents of one that is just being made. What was cut off is removed.
   */
  <T> T alone(Shelf target, Supplier<T> work) {
    try {
      claim(target);
      return target.alone(
          AT_WORK,
          () -> {
            removeCutOff(target);
            return work.get();
          });
    } catch (Shelf.Taken held) {
      throw new BackupTrouble("another back-up is being made in " + target.address(), held);
    } catch (IOException trouble) {
      throw new BackupTrouble(
          target.address() + " cannot be used: " + trouble.getMessage(), trouble);
    }
  }

  /**
   * Makes a place ours, or finds that it is: whoever names one with other things in it would lose
   * some of them once old back-ups are taken away.
   */
  static void claim(Shelf target) throws IOException {
    target.open();
    if (target.size(OURS).isEmpty()) {
      if (!target.isEmpty()) {
        throw new BackupTrouble(
            target.address()
                + " has other things in it. Name a place for back-ups alone, which may be new");
      }
      target.take(OURS, target.draft());
    }
  }

  private static void removeCutOff(Shelf target) {
    try {
      for (String folder : target.folders()) {
        boolean isWhole = target.size(folder + MANIFEST).isPresent();
        if (MOMENT.matcher(folder).matches() && (!isWhole || folder.endsWith(".part"))) {
          target.removeAll(folder);
        }
      }
    } catch (IOException leftOver) {
      // Nobody takes it for a whole one.
    }
  }

  /** Makes one of a home, which may be in use. */
  Made make(BackedUp home, Shelf target) {
    Instant at = clock.instant();
    String moment = NAME.format(at);
    try (DatabaseTools tools = home.database().get()) {
      if (target.size(moment + MANIFEST).isPresent()) {
        throw new BackupTrouble("there is a back-up of this moment already");
      }
      Contents contents = new Contents(target);
      // Contents first, since one may be taken away once nothing names it any more; and once more
      // after the snapshot, which may name new ones.
      Set<String> files = new TreeSet<>(contents.copy(home.files()));
      Dump.Seen dump = Dump.write(tools.dump(), contents);
      files.addAll(contents.copy(home.files()));
      boolean withKey = Files.exists(home.folder().resolve(SECRET));
      if (withKey) {
        target.put(moment + KEY, home.folder().resolve(SECRET));
      }
      String schema = tools.ask(SCHEMA).stream().findFirst().orElse("");
      Manifest manifest =
          new Manifest(
              Manifest.FORMAT,
              at,
              schema,
              null,
              dump.pieces(),
              contents.octetsOfPieces(),
              dump.rows(),
              List.copyOf(files),
              withKey);
      Path written = target.draft();
      Files.writeString(
          written, json.writerWithDefaultPrettyPrinter().writeValueAsString(manifest));
      target.take(moment + MANIFEST, written);
      return new Made(target, moment, manifest, contents.fresh());
    } catch (IOException trouble) {
      removeCutOff(target);
      throw new BackupTrouble("the back-up cannot be written: " + trouble.getMessage(), trouble);
    } catch (BackupTrouble | DatabaseTrouble trouble) {
      removeCutOff(target);
      throw trouble;
    }
  }

  /** Looks one through: all that the manifest names is there, and is what it was. */
  Made verify(Shelf shelf, String moment) {
    Manifest manifest = manifest(shelf, moment);
    try {
      lookThrough(shelf, moment, manifest, Set.copyOf(manifest.files()));
      return new Made(shelf, moment, manifest, Map.of());
    } catch (IOException broken) {
      throw unreadable(moment, broken);
    }
  }

  /**
   * Looks one through that was just made: the database and the files it brought are what they were,
   * and files that earlier ones had brought are still there. What is broken is taken away, so that
   * the next one brings it anew.
   */
  void verify(Made made) {
    try {
      lookThrough(made.shelf(), made.moment(), made.manifest(), made.fresh().keySet());
    } catch (BrokenContent broken) {
      try {
        made.shelf().remove(Contents.place(broken.name()));
      } catch (IOException stays) {
        broken.addSuppressed(stays);
      }
      throw unreadable(made.moment(), broken);
    } catch (IOException broken) {
      throw unreadable(made.moment(), broken);
    }
  }

  private static BackupTrouble unreadable(String moment, IOException broken) {
    return new BackupTrouble(moment + " is not whole: " + broken.getMessage(), broken);
  }

  private static void lookThrough(Shelf shelf, String moment, Manifest manifest, Set<String> read)
      throws IOException {
    Map<String, Long> rows =
        Dump.read(
            manifest.pieces(), pieces(shelf, moment, manifest), OutputStream.nullOutputStream());
    if (!rows.equals(manifest.rows())) {
      throw new BackupTrouble("the database in " + moment + " is not what it was");
    }
    Set<String> there = Contents.of(shelf);
    for (String hash : manifest.files()) {
      if (!there.contains(hash)) {
        throw missing(hash);
      }
      if (read.contains(hash) && !sha256(shelf, Contents.place(hash)).equals(hash)) {
        throw new BrokenContent(hash);
      }
    }
    if (manifest.withKey() && shelf.size(moment + KEY).isEmpty()) {
      throw new BackupTrouble("the key is missing");
    }
  }

  private static BackupTrouble missing(String hash) {
    return new BackupTrouble("the content " + hash + " is missing");
  }

  private static Dump.Source pieces(Shelf shelf, String moment, Manifest manifest) {
    return piece -> {
      try {
        return shelf.read(manifest.isInOneFile() ? moment + DUMP_IN_ONE : Contents.place(piece), 0);
      } catch (NoSuchFileException none) {
        throw missing(piece);
      }
    };
  }

  private Manifest manifest(Shelf shelf, String moment) {
    try (InputStream said = shelf.read(moment + MANIFEST, 0)) {
      String text = new String(said.readAllBytes(), StandardCharsets.UTF_8);
      Manifest manifest = json.readValue(text, Manifest.class);
      if (manifest.format() > Manifest.FORMAT) {
        throw new BackupTrouble("this back-up was made by a newer Jeton; install that one first");
      }
      return manifest;
    } catch (NoSuchFileException none) {
      throw new BackupTrouble(shelf.address() + "/" + moment + " is no whole back-up", none);
    } catch (IOException broken) {
      throw new BackupTrouble(moment + " cannot be read: " + broken.getMessage(), broken);
    }
  }

  private static String sha256(Shelf shelf, String name) throws IOException {
    MessageDigest digest = Dump.sha256();
    try (InputStream in = shelf.read(name, 0)) {
      byte[] part = new byte[1 << 16];
      for (int n = in.read(part); n >= 0; n = in.read(part)) {
        digest.update(part, 0, n);
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  /** Puts one back into a home that is empty, and counts what came back. */
  Made restore(Shelf shelf, String moment, BackedUp home) {
    Made whole = verify(shelf, moment);
    requireEmpty(home.folder());
    try (DatabaseTools tools = home.database().get()) {
      List<String> tables = tools.ask("SHOW TABLES");
      if (!tables.isEmpty()) {
        throw new BackupTrouble("the database has something in it already; give an empty one");
      }
      if (whole.manifest().withKey()) {
        Path key = home.folder().resolve(SECRET);
        try (InputStream octets = shelf.read(moment + KEY, 0)) {
          Files.copy(octets, key);
        }
        Files.setPosixFilePermissions(key, PosixFilePermissions.fromString("rw-------"));
        Durable.sync(key);
      }
      home.files().open();
      for (String hash : whole.manifest().files()) {
        if (!Contents.isCopied(shelf, Contents.place(hash), home.files(), Contents.name(hash))) {
          throw missing(hash);
        }
      }
      Dump.Source pieces = pieces(shelf, moment, whole.manifest());
      tools.load(out -> Dump.read(whole.manifest().pieces(), pieces, out));
      compare(whole.manifest().rows(), tools);
      return whole;
    } catch (IOException trouble) {
      throw new BackupTrouble("it cannot be put back: " + trouble.getMessage(), trouble);
    }
  }

  private static void requireEmpty(Path home) {
    try {
      Files.createDirectories(home);
      try (Stream<Path> there = Files.list(home)) {
        if (there.findAny().isPresent()) {
          throw new BackupTrouble(home + " is not empty; give a new folder");
        }
      }
      Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwx------"));
    } catch (IOException trouble) {
      throw new BackupTrouble(home + " cannot be used: " + trouble.getMessage(), trouble);
    }
  }

  private static void compare(Map<String, Long> expected, DatabaseTools tools) {
    Map<String, Long> found = new TreeMap<>();
    for (String table : tools.ask("SHOW TABLES")) {
      long rows = Long.parseLong(tools.ask("SELECT COUNT(*) FROM `" + table + "`").get(0));
      if (rows > 0) {
        found.put(table, rows);
      }
    }
    if (!found.equals(expected)) {
      throw new BackupTrouble("what came back is not what was kept: " + found + ", " + expected);
    }
  }

  /** Moments of whole back-ups, the newest first. */
  List<String> all(Shelf target) throws IOException {
    List<String> whole = new ArrayList<>();
    for (String folder : target.folders()) {
      if (target.size(folder + MANIFEST).isPresent()) {
        whole.add(folder);
      }
    }
    whole.sort(Comparator.reverseOrder());
    return whole;
  }

  /**
   * Keeps the newest, and takes the others away with the contents nobody names any more.
   *
   * @return how many were taken away
   */
  int keepNewest(Shelf target, int keep) {
    try {
      List<String> all = all(target);
      List<String> old = all.subList(Math.min(keep, all.size()), all.size());
      for (String one : old) {
        // What is half gone is no whole one.
        target.remove(one + MANIFEST);
        target.removeAll(one);
      }
      Set<String> named = new HashSet<>();
      for (String one : all.subList(0, all.size() - old.size())) {
        Manifest manifest = manifest(target, one);
        named.addAll(manifest.files());
        named.addAll(manifest.pieces());
      }
      for (String hash : Contents.of(target)) {
        if (!named.contains(hash)) {
          target.remove(Contents.place(hash));
        }
      }
      return old.size();
    } catch (IOException trouble) {
      throw new BackupTrouble(
          "old back-ups cannot be taken away: " + trouble.getMessage(), trouble);
    }
  }
}
