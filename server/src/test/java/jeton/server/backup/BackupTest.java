package jeton.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.shelf.Shelf;
import jeton.server.shelf.Shelves;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The drill: a back-up under load, everything lost, put back, counted, gone on with. */
class BackupTest {
  private static final JsonMapper JSON = new JsonMapper();

  @TempDir Path folder;

  private static String run(Path home, String... args) {
    return BackupCommand.run(List.of(args), Map.of("JETON_HOME", home.toString()));
  }

  private static Map<String, String> signUp(String email) {
    return Map.of("email", email, "first_name", "Aoife", "consent", "yes");
  }

  @Test
  void whatWasAcknowledgedBeforeTheBackUp_isThereAfterTheDrill_andNobodyIsWrittenToTwice()
      throws Exception {
    Path home = folder.resolve("home");
    Path target = folder.resolve("kept");
    List<String> before = new ArrayList<>();
    String key;
    try (ChildServer server = new ChildServer(home)) {
      server.start();
      key = server.makeOffer(server.owner());
      String form = "/p/forms/" + key + "/signups";
      Http visitor = server.visitor();
      for (int i = 0; i < 20; i++) {
        before.add(SampleOffer.newAddress());
        assertThat(visitor.form(form, signUp(before.get(i))).status()).isLessThan(400);
      }
      server.await(
          () -> server.number("SELECT COUNT(*) FROM outbox WHERE settled_at IS NOT NULL") >= 20);
      AtomicBoolean over = new AtomicBoolean();
      List<Integer> meanwhile = Collections.synchronizedList(new ArrayList<>());
      Thread load =
          new Thread(
              () -> {
                while (!over.get()) {
                  meanwhile.add(visitor.form(form, signUp(SampleOffer.newAddress())).status());
                }
              });
      load.start();
      String said = run(home, "backup", target.toString());
      over.set(true);
      load.join();
      assertThat(said).contains("Kept in").contains("1 files, the key");
      assertThat(meanwhile).as("nobody was turned away meanwhile").allMatch(code -> code < 400);
      assertThatThrownBy(() -> run(home, "backup", target.toString(), "--keep", "few"))
          .hasMessageContaining("how many of the newest");
      String again = run(home, "backup", target.toString(), "--keep", "1");
      assertThat(again).contains("1 old ones taken away");
      assertThat(
              server.number(
                  "SELECT COUNT(*) FROM backup_run WHERE by_whom = 'COMMAND' AND state = 'GOOD' AND kept > 0 AND place LIKE '"
                      + target
                      + "/%'"))
          .as("Setup knows of them")
          .isEqualTo(2);
      Shelf kept = Shelves.of(Map.of()).at(target.toString());
      assertThatThrownBy(
              () ->
                  new Backups(Clock.systemUTC())
                      .alone(kept, () -> run(home, "backup", target.toString())))
          .as("one at a time")
          .hasMessageContaining("another back-up is being made");
    }
    FileSystemUtils.deleteRecursively(home);
    Path backup = only(target);
    assertThat(run(home, "verify", backup.toString())).contains("It is whole");

    Path other = folder.resolve("other");
    assertThat(run(home, "restore", backup.toString(), other.toString())).contains("Put back");
    assertThatThrownBy(() -> run(home, "restore", backup.toString(), other.toString()))
        .as("never over something")
        .hasMessageContaining("not empty");
    try (ChildServer server = new ChildServer(other)) {
      server.start();
      Http visitor = server.visitor();
      String known = "'" + String.join("','", before) + "'";
      assertThat(server.number("SELECT COUNT(*) FROM person WHERE email IN (" + known + ")"))
          .isEqualTo(20);
      String next = SampleOffer.newAddress();
      visitor.form("/p/forms/" + key + "/signups", signUp(next));
      server.await(() -> !server.mailbox.to(next).isEmpty());
      assertThat(before)
          .as("what was sent before is not sent again")
          .allMatch(email -> server.mailbox.to(email).isEmpty());
      assertThat(server.owner().get("/api/offers/1").status()).isEqualTo(200);
    }
    try (Stream<Path> files = Files.walk(other.resolve("files"))) {
      Path plan = files.filter(Files::isRegularFile).findFirst().orElseThrow();
      assertThat(Files.readAllBytes(plan)).isEqualTo(SampleOffer.FILE);
    }
    byte[] manifest = Files.readAllBytes(backup.resolve("manifest.json"));
    toFormatOne(target, backup);
    Path third = folder.resolve("third");
    assertThat(run(home, "restore", backup.toString(), third.toString()))
        .as("an older one")
        .contains("Put back");
    Files.write(backup.resolve("manifest.json"), manifest);
    isNotTrusted_onceItChanged(home, target, backup);
  }

  @Test
  void whatIsFoundBroken_isTakenAway_soThatTheNextOneBringsItAnew() throws Exception {
    String hash = "a1".repeat(32);
    Path content = folder.resolve("kept/files/a1").resolve(hash);
    Files.createDirectories(content.getParent());
    Files.writeString(content, "something else");
    Shelf kept = Shelves.of(Map.of()).at(folder.resolve("kept").toString());
    Manifest manifest =
        new Manifest(2, Instant.EPOCH, "25", null, List.of(hash), 14, Map.of(), List.of(), false);
    Backups.Made made = new Backups.Made(kept, "1970-01-01", manifest, Map.of());
    assertThatThrownBy(() -> new Backups(Clock.systemUTC()).verify(made))
        .isInstanceOf(BackupTrouble.class)
        .hasMessageContaining(hash + " is not what it was");
    assertThat(content).doesNotExist();
  }

  private static Path only(Path target) throws Exception {
    try (Stream<Path> all = Files.list(target)) {
      List<Path> backups = all.filter(one -> Files.exists(one.resolve("manifest.json"))).toList();
      assertThat(backups).hasSize(1);
      return backups.get(0);
    }
  }

  private static void isNotTrusted_onceItChanged(Path home, Path target, Path backup)
      throws Exception {
    JsonNode manifest = JSON.readTree(Files.readString(backup.resolve("manifest.json")));
    for (String kept : List.of("pieces", "files")) {
      String hash = manifest.get(kept).get(0).asString();
      Path content = target.resolve("files").resolve(hash.substring(0, 2)).resolve(hash);
      byte[] whole = Files.readAllBytes(content);
      Files.write(content, Arrays.copyOf(whole, whole.length / 2));
      assertThatThrownBy(() -> run(home, "verify", backup.toString()))
          .hasMessageContaining(hash + " is not what it was");
      Files.writeString(content, "something else");
      assertThatThrownBy(() -> run(home, "verify", backup.toString()))
          .hasMessageContaining(hash + " is not what it was");
      Files.delete(content);
      assertThatThrownBy(() -> run(home, "verify", backup.toString()))
          .hasMessageContaining(hash + " is missing");
      Files.write(content, whole);
    }
    assertThat(run(home, "verify", backup.toString())).contains("It is whole");
    Files.delete(backup.resolve("manifest.json"));
    assertThatThrownBy(() -> run(home, "verify", backup.toString()))
        .hasMessageContaining("no whole back-up");
  }

  /** As it was written when a dump was one file. */
  private static void toFormatOne(Path target, Path backup) throws Exception {
    ObjectNode manifest =
        (ObjectNode) JSON.readTree(Files.readString(backup.resolve("manifest.json")));
    ByteArrayOutputStream whole = new ByteArrayOutputStream();
    for (JsonNode piece : manifest.remove("pieces")) {
      String hash = piece.asString();
      Path content = target.resolve("files").resolve(hash.substring(0, 2)).resolve(hash);
      whole.write(Files.readAllBytes(content));
    }
    manifest.remove("octets");
    manifest.put("format", 1);
    manifest.put("dumpSha256", HexFormat.of().formatHex(Dump.sha256().digest(whole.toByteArray())));
    Files.write(backup.resolve("database.sql.gz"), whole.toByteArray());
    Files.writeString(backup.resolve("manifest.json"), manifest.toString());
  }
}
