package jeton.server.doctor;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** The machine and the home: versions, whose the folder is, room, and the key. */
final class HomeLook {
  private static final long LITTLE = 2L << 30;
  private static final long TOO_LITTLE = 500L << 20;
  private static final int KEY_OCTETS = 32;
  private static final int LEAST_JAVA = 17;
  private static final Set<PosixFilePermission> OTHERS =
      Set.of(
          PosixFilePermission.GROUP_READ,
          PosixFilePermission.GROUP_WRITE,
          PosixFilePermission.OTHERS_READ,
          PosixFilePermission.OTHERS_WRITE);

  private final Examined install;
  private final List<Symptom> found = new ArrayList<>();

  HomeLook(Examined install) {
    this.install = install;
  }

  List<Symptom> look() {
    java();
    tools();
    Path home = install.home();
    if (!Files.isDirectory(home)) {
      found.add(Symptom.look("home", home + " is not there yet", "It is made on the first start."));
      return found;
    }
    try {
      home(home);
      room(home);
      key(home);
    } catch (IOException unreadable) {
      found.add(
          Symptom.wrong(
              "home",
              home + " cannot be read: " + unreadable.getMessage(),
              "Run this as the user Jeton runs as: runuser -u jeton -- jeton doctor"));
    }
    return found;
  }

  private void java() {
    int version = Runtime.version().feature();
    found.add(
        version >= LEAST_JAVA
            ? Symptom.fine("java", "version " + Runtime.version())
            : Symptom.wrong("java", "version " + version + " is too old", "Install Java 17."));
  }

  private void tools() {
    List<String> needed = new ArrayList<>(List.of("mariadb", "mariadb-dump"));
    if (install.hasOwnDatabase()) {
      needed.add("mariadbd");
    }
    List<String> missing = needed.stream().filter(tool -> !isInstalled(tool)).toList();
    found.add(
        missing.isEmpty()
            ? Symptom.fine("tools", String.join(", ", needed) + " are there")
            : Symptom.wrong(
                "tools",
                String.join(", ", missing) + " missing",
                "apt-get install mariadb-client mariadb-server-core"));
  }

  private static boolean isInstalled(String tool) {
    return Stream.concat(Stream.of("/usr/sbin"), Stream.of(System.getenv("PATH").split(":")))
        .anyMatch(folder -> Files.isExecutable(Path.of(folder, tool)));
  }

  private void home(Path home) throws IOException {
    boolean isOpen = Files.getPosixFilePermissions(home).stream().anyMatch(OTHERS::contains);
    if (!Files.isWritable(home)) {
      found.add(
          Symptom.wrong(
              "home",
              home + " cannot be written by " + System.getProperty("user.name"),
              "chown -R jeton: " + home));
    } else if (isOpen) {
      found.add(Symptom.look("home", home + " is open to others", "chmod 700 " + home));
    } else {
      found.add(Symptom.fine("home", home + " is its owner's alone"));
    }
  }

  private void room(Path home) {
    long free = home.toFile().getUsableSpace();
    String words = "%,d MB free under %s".formatted(free >> 20, home);
    if (free < TOO_LITTLE) {
      found.add(Symptom.wrong("disk", words, "Jeton needs 500 MB to start. Make room."));
    } else if (free < LITTLE) {
      found.add(Symptom.look("disk", words, "Make room before it runs full."));
    } else {
      found.add(Symptom.fine("disk", words));
    }
  }

  private void key(Path home) throws IOException {
    Path file = home.resolve("secret.key");
    String named = install.setting("JETON_SECRET_KEY", "");
    if (named.isEmpty() && Files.notExists(file)) {
      found.add(
          Files.isDirectory(home.resolve("database/data"))
              ? Symptom.wrong(
                  "key",
                  "there is a database, and no key to its secrets",
                  "Put secret.key back into " + home + ", from a back-up.")
              : Symptom.look("key", "none yet", "It is made on the first start."));
    } else if (isKey(named.isEmpty() ? Files.readString(file).strip() : named)) {
      found.add(Symptom.fine("key", "the key to the database's secrets is there"));
    } else {
      found.add(
          Symptom.wrong(
              "key", "it is not 32 octets in base64", "Put the right one back, from a back-up."));
    }
  }

  private static boolean isKey(String text) {
    try {
      return Base64.getDecoder().decode(text).length == KEY_OCTETS;
    } catch (IllegalArgumentException notBase64) {
      return false;
    }
  }
}
