package jeton.server.upkeep;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import jeton.core.upkeep.KeptKind;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.JetonSettings;
import jeton.server.files.StoredFiles;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What is kept for a while only is forgotten at night, as Setup says. */
class UpkeepTest {
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final Path home = server.bean(JetonSettings.class).home();
  private final Forgetting forgetting = server.bean(Forgetting.class);

  private void nights(int n) {
    for (int i = 0; i < n; i++) {
      forgetting.forgetWhatIsDue();
      server.clock.forward(Duration.ofDays(1));
    }
    forgetting.forgetWhatIsDue();
  }

  private Http.Answer keep(Map<String, Object> days) {
    JsonNode now = owner.get("/api/upkeep").json();
    return owner.json(
        "PUT",
        "/api/upkeep",
        Map.of(
            "version", now.get("version").asInt(),
            "settings",
                Map.of(
                    "backups",
                    Map.of(
                        "nightly",
                        false,
                        "folder",
                        home.resolve("backups").toString(),
                        "hour",
                        3,
                        "keep",
                        7),
                    "keptDays",
                    days)));
  }

  private long number(String sql, Object... values) {
    return db.sql(sql).params(List.of(values)).query(Long.class).single();
  }

  @Test
  void networksAndLinks_areForgottenInTime_andWhatProvesConsentStays() {
    assertThat(keep(Map.of("NETWORKS", 30, "CONFIRM_LINKS", 30)).status()).isEqualTo(200);
    SampleOffer offer = new SampleOffer();
    String old = newAddress();
    offer.join(old);
    String networkOf =
        "SELECT COUNT(*) FROM sign_up s JOIN person p ON p.id = s.person_id WHERE p.email = ?"
            + " AND s.network <> '' AND s.confirmed_network IS NOT NULL";
    String linksOf =
        "SELECT COUNT(*) FROM confirmation c JOIN sign_up s ON s.id = c.sign_up_id"
            + " JOIN person p ON p.id = s.person_id WHERE p.email = ?";
    nights(2);
    assertThat(number(networkOf, old)).isEqualTo(1);
    assertThat(number(linksOf, old)).isEqualTo(1);
    server.clock.forward(Duration.ofDays(36));
    String young = newAddress();
    offer.join(young);
    nights(1);
    assertThat(number(networkOf, old)).isZero();
    assertThat(number(linksOf, old)).isZero();
    assertThat(number(networkOf, young)).isEqualTo(1);
    assertThat(number(linksOf, young)).isEqualTo(1);
    assertThat(
            number(
                "SELECT COUNT(*) FROM sign_up s JOIN person p ON p.id = s.person_id"
                    + " WHERE p.email = ? AND s.confirmed_at IS NOT NULL AND s.consent_wording_id IS NOT NULL",
                old))
        .isEqualTo(1);
    JsonNode kept = owner.get("/api/upkeep").json().get("kept").get(0);
    assertThat(kept.get("kind").asString()).isEqualTo("NETWORKS");
    assertThat(kept.get("forgotten").asLong()).isPositive();
    assertThat(Instant.parse(kept.get("lookedAt").asString())).isEqualTo(server.clock.instant());
  }

  @Test
  void itIsDoneOnceANight() {
    nights(1);
    long before = number("SELECT SUM(forgotten) FROM forgetting");
    SampleOffer offer = new SampleOffer();
    offer.join(newAddress());
    forgetting.forgetWhatIsDue();
    assertThat(number("SELECT SUM(forgotten) FROM forgetting")).isEqualTo(before);
    assertThat(
            number(
                "SELECT COUNT(*) FROM forgetting WHERE done_at = ?",
                server.clock.instant().atOffset(java.time.ZoneOffset.UTC).toLocalDateTime()))
        .isEqualTo(KeptKind.values().length);
  }

  @Test
  void aFileThatNothingNamesAnyMore_goesAfterItsTime_andOneThatIsNamedStays() throws Exception {
    assertThat(keep(Map.of("UNUSED_FILES", 7)).status()).isEqualTo(200);
    StoredFiles files = server.bean(StoredFiles.class);
    SampleOffer offer = new SampleOffer();
    String named =
        number("SELECT COUNT(*) FROM offer_file WHERE offer_id = ?", offer.id) > 0
            ? db.sql("SELECT hash FROM offer_file WHERE offer_id = ?")
                .param(offer.id)
                .query(String.class)
                .list()
                .get(0)
            : "";
    byte[] content =
        ("of no use, " + newAddress()).getBytes(java.nio.charset.StandardCharsets.UTF_8);
    String unused = files.keepFile("note.txt", new java.io.ByteArrayInputStream(content)).hash();
    Path there =
        server
            .bean(JetonSettings.class)
            .home()
            .resolve("files")
            .resolve(unused.substring(0, 2))
            .resolve(unused);
    nights(3);
    assertThat(there).exists();
    // Brought in again: it counts from then on.
    files.keepFile("note.txt", new java.io.ByteArrayInputStream(content));
    nights(6);
    assertThat(there).exists();
    nights(4);
    assertThat(Files.exists(there)).isFalse();
    assertThat(number("SELECT COUNT(*) FROM stored_file WHERE hash = ?", unused)).isZero();
    assertThat(number("SELECT COUNT(*) FROM stored_file WHERE hash = ?", named)).isEqualTo(1);
    // And once more it is there.
    files.keepFile("note.txt", new java.io.ByteArrayInputStream(content));
    assertThat(there).exists();
  }

  @Test
  void whatCannotBeSet_isSaidNextToIt_andAnotherSaveMeanwhileIsNotWrittenOver() {
    Http.Answer refused = keep(Map.of("SIGHTINGS", 2));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.body()).contains("keptDays.SIGHTINGS", "From 14 to 3,650 days.");
    int version = owner.get("/api/upkeep").json().get("version").asInt();
    assertThat(keep(Map.of()).status()).isEqualTo(200);
    Map<String, Object> stale =
        Map.of("version", version, "settings", owner.get("/api/upkeep").json().get("settings"));
    assertThat(owner.json("PUT", "/api/upkeep", stale).status()).isEqualTo(409);
  }
}
