package jeton.server.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import jeton.harness.Awaiting;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.JetonSettings;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.util.FileSystemUtils;
import tools.jackson.databind.JsonNode;

/** Back-ups by themselves and by hand, while the server runs. */
class BackupRunsTest {
  @TempDir Path folder;
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();
  private final BackupRuns runs = server.bean(BackupRuns.class);
  private final JdbcClient db = server.bean(JdbcClient.class);

  @AfterEach
  void noMorePlan() {
    plan(false, folder.resolve("kept").toString(), 7);
    db.sql("DELETE FROM backup_run").update();
  }

  private Http.Answer plan(boolean nightly, String into, int keep) {
    JsonNode now = owner.get("/api/upkeep").json();
    return owner.json(
        "PUT",
        "/api/upkeep",
        Map.of(
            "version", now.get("version").asInt(),
            "settings",
                Map.of(
                    "backups", Map.of("nightly", nightly, "folder", into, "hour", 3, "keep", keep),
                    "keptDays", Map.of())));
  }

  private JsonNode newest() {
    return owner.get("/api/backups").json().get("runs").get(0);
  }

  private void awaitEnd() {
    Awaiting.until(() -> !newest().get("state").asString().equals("RUNNING"));
  }

  /** At noon, local time, so that no night is near. */
  private void noon() {
    Instant now = server.clock.instant();
    LocalDateTime noon =
        LocalDateTime.ofInstant(now, ZoneOffset.UTC).toLocalDate().plusDays(1).atTime(12, 0);
    server.clock.forward(Duration.between(now, noon.toInstant(ZoneOffset.UTC)));
  }

  @Test
  void eachNightOneIsMade_lookedThrough_andOldOnesGo() throws Exception {
    new SampleOffer();
    noon();
    Path kept = folder.resolve("kept");
    assertThat(plan(true, kept.toString(), 2).status()).isEqualTo(200);
    assertThat(runs.makeWhatIsDue()).as("not before its hour").isFalse();
    for (int night = 1; night <= 3; night++) {
      server.clock.forward(Duration.ofDays(1));
      assertThat(runs.makeWhatIsDue()).isTrue();
      awaitEnd();
      assertThat(newest().get("state").asString()).isEqualTo("GOOD");
      assertThat(runs.makeWhatIsDue()).as("once a night").isFalse();
    }
    try (Stream<Path> there = Files.list(kept)) {
      assertThat(there.filter(one -> Files.exists(one.resolve("manifest.json")))).hasSize(2);
    }
    JsonNode run = newest();
    assertThat(run.get("by").asString()).isEqualTo("PLAN");
    assertThat(run.get("kept").asLong()).isPositive();
    assertThat(Path.of(run.get("place").asString())).isDirectory();
    assertThat(owner.get("/api/backups").json().get("missed").asBoolean()).isFalse();
  }

  @Test
  void oneByHand_atATime_andOneThatWasCutOffDoesNotBlockForEver() {
    Path kept = folder.resolve("kept");
    plan(false, kept.toString(), 7);
    db.sql(
            "INSERT INTO backup_run (by_whom, began_at, beat_at, state) VALUES ('HAND', :now, :now, 'RUNNING')")
        .param("now", LocalDateTime.ofInstant(server.clock.instant(), ZoneOffset.UTC))
        .update();
    Http.Answer second = owner.json("POST", "/api/backups", Map.of());
    assertThat(second.status()).isEqualTo(422);
    assertThat(second.body()).contains("being made already");
    server.clock.forward(Duration.ofMinutes(4));
    assertThat(newest().get("state").asString()).isEqualTo("CUT_OFF");
    assertThat(owner.json("POST", "/api/backups", Map.of()).status()).isEqualTo(202);
    awaitEnd();
    assertThat(newest().get("state").asString()).isEqualTo("GOOD");
  }

  @Test
  void oneThatCannotBeMade_isTroubleOnToday_untilOneIs() throws Exception {
    Path kept = folder.resolve("kept");
    plan(false, kept.toString(), 7);
    FileSystemUtils.deleteRecursively(kept);
    Files.writeString(kept, "a file by now");
    owner.json("POST", "/api/backups", Map.of());
    awaitEnd();
    assertThat(newest().get("state").asString()).isEqualTo("FAILED");
    assertThat(newest().get("said").asString()).contains(kept.toString());
    assertThat(owner.get("/api/today").json().get("amiss").toString())
        .contains("The last back-up could not be made", "/app/setup/upkeep");
    Files.delete(kept);
    owner.json("POST", "/api/backups", Map.of());
    awaitEnd();
    assertThat(owner.get("/api/today").json().get("amiss").toString()).isEqualTo("[]");
  }

  @Test
  void readinessSays_whenTheLastGoodOneIsTooLongAgo() {
    SampleOffer offer = new SampleOffer();
    String readiness = "/api/offers/" + offer.id;
    assertThat(owner.get(readiness).body()).doesNotContain("no_backup");
    noon();
    plan(true, folder.resolve("kept").toString(), 7);
    server.clock.forward(Duration.ofHours(49));
    assertThat(owner.get("/api/backups").json().get("missed").asBoolean()).isTrue();
    assertThat(owner.get(readiness).body()).contains("no_backup");
    owner.json("POST", "/api/backups", Map.of());
    awaitEnd();
    assertThat(owner.get(readiness).body()).doesNotContain("no_backup");
  }

  @Test
  void aFolderThatIsNotOnlyForBackUps_isRefusedNextToIt() throws Exception {
    Path others = Files.createDirectory(folder.resolve("others"));
    Files.writeString(others.resolve("letter.txt"), "mine");
    Path home = server.bean(JetonSettings.class).home();
    for (Path unfit : List.of(others, home, home.resolve("files/backups"))) {
      Http.Answer refused = plan(true, unfit.toString(), 7);
      assertThat(refused.status()).isEqualTo(422);
      assertThat(refused.body()).contains("backups.folder");
    }
    assertThat(others.resolve("letter.txt")).exists();
    assertThat(plan(true, "backups", 7).body()).contains("Name the whole way to the folder");
  }
}
