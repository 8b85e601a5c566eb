package jeton.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.harness.Awaiting;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.S3Service;
import jeton.harness.SampleOffer;
import jeton.server.shelf.Shelf;
import jeton.server.shelf.Shelves;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Files and back-ups in buckets, with two instances that share nothing else but the database. */
class BackupInBucketTest {
  @TempDir Path folder;

  private static Map<String, String> with(Map<String, String> environment, String... more) {
    Map<String, String> all = new HashMap<>(environment);
    for (int i = 0; i < more.length; i += 2) {
      all.put(more[i], more[i + 1]);
    }
    return all;
  }

  private static byte[] file(ChildServer server, Http visitor, String form) {
    String email = SampleOffer.newAddress();
    visitor.form(form, Map.of("email", email, "first_name", "Aoife", "consent", "yes"));
    server.await(() -> link(server, email, "/c/").isPresent());
    visitor.form(link(server, email, "/c/").orElseThrow(), Map.of());
    server.await(() -> link(server, email, "/g/").isPresent());
    return visitor.get(link(server, email, "/g/").orElseThrow() + "/files/1").bytes();
  }

  private static Optional<String> link(ChildServer server, String email, String path) {
    Pattern link = Pattern.compile("http://[^/\\s]+" + path + "[A-Za-z0-9_-]+");
    return server.mailbox.to(email).stream()
        .map(one -> SampleOffer.part(server.mailbox.message(one.id()).orElseThrow(), 0))
        .map(link::matcher)
        .filter(Matcher::find)
        .map(Matcher::group)
        .findFirst();
  }

  @Test
  void aBackUpInABucket_putsBackWhatWasInAnother() throws Exception {
    try (S3Service s3 = new S3Service(folder.resolve("s3")).withBuckets("shop", "kept")) {
      Path home = folder.resolve("home");
      Map<String, String> environment =
          with(s3.environment(), "JETON_FILES", "s3://shop/files", "JETON_HOME", home.toString());
      String form;
      String backup;
      try (ChildServer server = new ChildServer(home)) {
        server.withEnvironment(environment);
        server.start();
        Http owner = server.owner();
        form = "/p/forms/" + server.makeOffer(owner) + "/signups";
        assertThat(file(server, server.visitor(), form)).isEqualTo(SampleOffer.FILE);
        for (String own : List.of("s3://shop", "s3://shop/files", "s3://shop/files/kept")) {
          assertThat(plan(owner, own).body()).contains("That is where Jeton keeps");
        }
        assertThat(plan(owner, "s3://nowhere/kept").body()).contains("NoSuchBucket");
        assertThat(plan(owner, "s3://kept/jeton").status()).isEqualTo(200);
        assertThat(owner.json("POST", "/api/backups", Map.of()).status()).isEqualTo(202);
        Awaiting.until(() -> !newest(owner).get("state").asString().equals("RUNNING"));
        assertThat(newest(owner).get("state").asString()).isEqualTo("GOOD");
        assertThat(newest(owner).get("files").asInt()).isEqualTo(1);
        String again =
            BackupCommand.run(List.of("backup", "s3://kept/jeton", "--keep", "1"), environment);
        assertThat(again).contains("Kept in s3://kept/jeton/", "1 old ones taken away");
        backup = again.replaceAll("Kept in (\\S+):.*", "$1");
      }
      assertThat(BackupCommand.run(List.of("verify", backup), s3.environment()))
          .contains("It is whole");
      assertThatThrownBy(
              () -> BackupCommand.run(List.of("verify", "s3://kept/jeton/never"), environment))
          .hasMessageContaining("no whole back-up");

      Path other = folder.resolve("other");
      Map<String, String> elsewhere = with(s3.environment(), "JETON_FILES", "s3://shop/again");
      assertThat(BackupCommand.run(List.of("restore", backup, other.toString()), elsewhere))
          .contains("Put back");
      try (ChildServer server = new ChildServer(other)) {
        server.withEnvironment(elsewhere);
        server.start();
        assertThat(file(server, server.visitor(), form)).isEqualTo(SampleOffer.FILE);
      }
      isNotTrusted_onceAContentIsGone(s3, backup);
    }
  }

  private static void isNotTrusted_onceAContentIsGone(S3Service s3, String backup)
      throws Exception {
    try (Shelf kept = Shelves.of(s3.environment()).at("s3://kept/jeton")) {
      assertThat(kept.names("files")).as("a file, and the database").hasSizeGreaterThan(1);
      kept.remove(kept.names("files").get(0));
    }
    assertThatThrownBy(() -> BackupCommand.run(List.of("verify", backup), s3.environment()))
        .hasMessageContaining("is missing");
  }

  private static JsonNode newest(Http owner) {
    return owner.get("/api/backups").json().get("runs").get(0);
  }

  private static Http.Answer plan(Http owner, String into) {
    return owner.json(
        "PUT",
        "/api/upkeep",
        Map.of(
            "version", owner.get("/api/upkeep").json().get("version").asInt(),
            "settings",
                Map.of(
                    "backups", Map.of("nightly", false, "folder", into, "hour", 3, "keep", 2),
                    "keptDays", Map.of())));
  }
}
