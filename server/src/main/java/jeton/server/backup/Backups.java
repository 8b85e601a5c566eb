package jeton.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import jeton.server.database.DatabaseTools;
import jeton.server.database.DatabaseTrouble;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.json.JsonMapper;

/**
 * Back-ups in a folder: a folder each, named by its moment (UTC), with a dump of the database in
 * one snapshot, the key and a manifest; and the contents of files beside them, by hash, once for
 * all. One that was cut off has another name and is never taken for a whole one.
 */
final class Backups {
  private static final DateTimeFormatter NAME =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH-mm-ss.SSS'Z'").withZone(ZoneOffset.UTC);
  private static final String FILES = "files";
  private static final String MANIFEST = "manifest.json";
  private static final String KEY = "secret.key";
  private static final String PART = ".part";
  private static final String LOCK = "jeton-backups.lock";
  private static final String SCHEMA =
      "SELECT version FROM flyway_schema_history WHERE success ORDER BY installed_rank DESC LIMIT 1";

  private final JsonMapper json = new JsonMapper();
  private final Function<Path, DatabaseTools> database;
  private final Clock clock;

  /**
   * Back-ups of homes.
   *
   * @param database the tools for a home's database
   */
  Backups(Function<Path, DatabaseTools> database, Clock clock) {
    this.database = database;
    this.clock = clock;
  }

  /** A back-up, and what is in it. */
  record Made(Path folder, Manifest manifest) {}

  /**
   * Does something with a folder of back-ups that nobody else may do meanwhile: whoever takes old
   * ones away would take contents of one that is just being made. What was cut off is removed.
   */
  <T> T alone(Path target, Supplier<T> work) {
    try {
      claim(target);
      try (FileChannel channel =
              FileChannel.open(
                  target.resolve(LOCK), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
          FileLock lock = channel.tryLock()) {
        if (lock == null) {
          throw new BackupTrouble("another back-up is being made in " + target);
        }
        removeCutOff(target);
        return work.get();
      }
    } catch (OverlappingFileLockException held) {
      throw new BackupTrouble("another back-up is being made in " + target, held);
    } catch (IOException trouble) {
      throw new BackupTrouble(target + " cannot be used: " + trouble.getMessage(), trouble);
    }
  }

  /**
   * Makes a folder ours, or finds that it is: whoever names a folder with other things in it would
   * lose some of them once old back-ups are taken away.
   */
  static void claim(Path target) throws IOException {
    if (Files.notExists(target)) {
      Files.createDirectories(target);
      Files.setPosixFilePermissions(target, PosixFilePermissions.fromString("rwx------"));
    }
    try (Stream<Path> there = Files.list(target)) {
      if (Files.notExists(target.resolve(LOCK)) && there.findAny().isPresent()) {
        throw new BackupTrouble(
            target + " has other things in it. Name a folder of its own, which may be new");
      }
    }
  }

  private static void removeCutOff(Path target) throws IOException {
    try (Stream<Path> there = Files.list(target)) {
      there
          .filter(one -> one.getFileName().toString().endsWith(PART))
          .forEach(Backups::removeQuietly);
    }
  }

  /** Makes one of a home, which may be in use. */
  Made make(Path home, Path target) {
    Instant at = clock.instant();
    Path whole = target.resolve(NAME.format(at));
    Path part = target.resolve(NAME.format(at) + PART);
    try (DatabaseTools tools = database.apply(home)) {
      Files.createDirectory(part);
      Path contents = Files.createDirectories(target.resolve(FILES));
      // Contents first, since one may be taken away once nothing names it any more; and once more
      // after the snapshot, which may name new ones.
      Set<String> files = new TreeSet<>(copyContents(home, contents));
      Dump.Seen dump = Dump.write(tools.dump(), part.resolve(Dump.NAME));
      files.addAll(copyContents(home, contents));
      boolean withKey = Files.exists(home.resolve(KEY));
      if (withKey) {
        Files.copy(home.resolve(KEY), part.resolve(KEY));
      }
      String schema = tools.ask(SCHEMA).stream().findFirst().orElse("");
      Manifest manifest =
          new Manifest(
              Manifest.FORMAT, at, schema, dump.sha256(), dump.rows(), List.copyOf(files), withKey);
      Files.writeString(
          part.resolve(MANIFEST),
          json.writerWithDefaultPrettyPrinter().writeValueAsString(manifest));
      Files.move(part, whole, StandardCopyOption.ATOMIC_MOVE);
      return new Made(whole, manifest);
    } catch (FileAlreadyExistsException twice) {
      throw new BackupTrouble("a back-up of this moment is being made already", twice);
    } catch (IOException trouble) {
      removeQuietly(part);
      throw new BackupTrouble("the back-up cannot be written: " + trouble.getMessage(), trouble);
    } catch (BackupTrouble | DatabaseTrouble trouble) {
      removeQuietly(part);
      throw trouble;
    }
  }

  private static void removeQuietly(Path part) {
    try {
      FileSystemUtils.deleteRecursively(part);
    } catch (IOException leftOver) {
      // It is named as what it is.
    }
  }

  private static Set<String> copyContents(Path home, Path contents) throws IOException {
    Set<String> hashes = new HashSet<>();
    Path files = home.resolve(FILES);
    if (!Files.isDirectory(files)) {
      return hashes;
    }
    try (Stream<Path> all = Files.walk(files)) {
      for (Path file : all.filter(Backups::isContent).toList()) {
        String hash = file.getFileName().toString();
        Path copy = contents.resolve(hash.substring(0, 2)).resolve(hash);
        if (!Files.exists(copy)) {
          Files.createDirectories(copy.getParent());
          Path part = copy.resolveSibling(hash + PART);
          Files.copy(file, part, StandardCopyOption.REPLACE_EXISTING);
          Files.move(part, copy, StandardCopyOption.ATOMIC_MOVE);
        }
        hashes.add(hash);
      }
    }
    return hashes;
  }

  private static boolean isContent(Path file) {
    return file.getFileName().toString().matches("[0-9a-f]{64}");
  }

  /** Looks one through: all that the manifest names is there, and is what it was. */
  Made verify(Path backup) {
    try {
      Manifest manifest = manifest(backup);
      Dump.Seen seen = Dump.read(backup.resolve(Dump.NAME), OutputStream.nullOutputStream());
      if (!seen.sha256().equals(manifest.dumpSha256()) || !seen.rows().equals(manifest.rows())) {
        throw new BackupTrouble("the database in " + backup + " is not what it was");
      }
      for (String hash : manifest.files()) {
        Path content = content(backup, hash);
        if (!Files.exists(content)) {
          throw new BackupTrouble("the content " + hash + " is missing");
        }
        if (!sha256(content).equals(hash)) {
          throw new BackupTrouble("the content " + hash + " is not what it was");
        }
      }
      if (manifest.withKey() && !Files.exists(backup.resolve(KEY))) {
        throw new BackupTrouble("the key is missing");
      }
      return new Made(backup, manifest);
    } catch (IOException broken) {
      throw new BackupTrouble(backup + " cannot be read: " + broken.getMessage(), broken);
    }
  }

  private Manifest manifest(Path backup) throws IOException {
    Path file = backup.resolve(MANIFEST);
    if (!Files.exists(file)) {
      throw new BackupTrouble(backup + " is no whole back-up");
    }
    Manifest manifest = json.readValue(Files.readString(file), Manifest.class);
    if (manifest.format() > Manifest.FORMAT) {
      throw new BackupTrouble("this back-up was made by a newer Jeton; install that one first");
    }
    return manifest;
  }

  private static Path content(Path backup, String hash) {
    return backup.resolveSibling(FILES).resolve(hash.substring(0, 2)).resolve(hash);
  }

  private static String sha256(Path file) throws IOException {
    MessageDigest digest = Dump.sha256();
    try (InputStream in = Files.newInputStream(file)) {
      byte[] part = new byte[1 << 16];
      for (int n = in.read(part); n >= 0; n = in.read(part)) {
        digest.update(part, 0, n);
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  /** Puts one back into a home that is empty, and counts what came back. */
  Made restore(Path backup, Path home) {
    Made whole = verify(backup);
    requireEmpty(home);
    try (DatabaseTools tools = database.apply(home)) {
      List<String> tables = tools.ask("SHOW TABLES");
      if (!tables.isEmpty()) {
        throw new BackupTrouble("the database has something in it already; give an empty one");
      }
      if (whole.manifest().withKey()) {
        Files.copy(backup.resolve(KEY), home.resolve(KEY));
        Files.setPosixFilePermissions(
            home.resolve(KEY), PosixFilePermissions.fromString("rw-------"));
      }
      for (String hash : whole.manifest().files()) {
        Path place = home.resolve(FILES).resolve(hash.substring(0, 2)).resolve(hash);
        Files.createDirectories(place.getParent());
        Files.copy(content(backup, hash), place);
      }
      tools.load(out -> Dump.read(backup.resolve(Dump.NAME), out));
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

  /** Whole back-ups in a folder, the newest first. */
  List<Path> all(Path target) {
    try (Stream<Path> there = Files.list(target)) {
      return there
          .filter(folder -> Files.exists(folder.resolve(MANIFEST)))
          .filter(folder -> !folder.getFileName().toString().endsWith(PART))
          .sorted(Comparator.reverseOrder())
          .toList();
    } catch (IOException unreadable) {
      throw new BackupTrouble(target + " cannot be read: " + unreadable.getMessage(), unreadable);
    }
  }

  /**
   * Keeps the newest, and takes the others away with the contents nobody names any more.
   *
   * @return how many were taken away
   */
  int keepNewest(Path target, int keep) {
    List<Path> all = all(target);
    List<Path> old = all.subList(Math.min(keep, all.size()), all.size());
    try {
      for (Path one : old) {
        FileSystemUtils.deleteRecursively(one);
      }
      Set<String> named = new HashSet<>();
      for (Path one : all(target)) {
        named.addAll(manifest(one).files());
      }
      try (Stream<Path> contents = Files.walk(target.resolve(FILES))) {
        for (Path content : contents.filter(Backups::isContent).toList()) {
          if (!named.contains(content.getFileName().toString())) {
            Files.delete(content);
          }
        }
      }
      return old.size();
    } catch (IOException trouble) {
      throw new BackupTrouble(
          "old back-ups cannot be taken away: " + trouble.getMessage(), trouble);
    }
  }
}
