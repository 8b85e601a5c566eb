package jeton.server.watch;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.database.DueWork;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.boot.health.contributor.CompositeHealthContributor;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.dao.DataAccessResourceFailureException;

/** What is measured of this install, for whom, and which part of it is not well. */
class WatchTest {
  private final TestServer server = TestServer.get();
  private final Http anybody = new Http(server.base);

  private double measured(String line) {
    Matcher value =
        Pattern.compile("^" + Pattern.quote(line) + " (\\S+)$", Pattern.MULTILINE)
            .matcher(anybody.get("/actuator/prometheus").body());
    return value.find() ? Double.parseDouble(value.group(1)) : 0;
  }

  @Test
  void signUps_andEmailsByWhatWasSaidToThem_areCounted() {
    SampleOffer offer = new SampleOffer();
    server.settle();
    double signUps = measured("jeton_events_total{kind=\"signed_up\"}");
    double sent = measured("jeton_emails_total{kind=\"confirmation\",outcome=\"sent\"}");
    double busy = measured("jeton_emails_total{kind=\"confirmation\",outcome=\"postponed_busy\"}");
    String taken = newAddress();
    String busyAddress = newAddress();
    server.refuse(busyAddress, 450);
    offer.signUp(taken);
    offer.signUp(busyAddress);
    server.settle();
    assertThat(measured("jeton_events_total{kind=\"signed_up\"}") - signUps).isEqualTo(2);
    assertThat(measured("jeton_emails_total{kind=\"confirmation\",outcome=\"sent\"}") - sent)
        .isEqualTo(1);
    assertThat(
            measured("jeton_emails_total{kind=\"confirmation\",outcome=\"postponed_busy\"}") - busy)
        .isEqualTo(1);
    server.takeAgain(busyAddress);
  }

  @Test
  void agesOfWhatWaits_andPools_areThere() {
    String all = anybody.get("/actuator/prometheus").body();
    assertThat(all)
        .contains(
            "jeton_work_behind_seconds{work=\"emails\"}",
            "jeton_work_behind_seconds{work=\"follow-ups\"}",
            "jeton_work_behind_seconds{work=\"hooks\"}",
            "jeton_database_connections{state=\"active\"}",
            "jeton_requests_threads",
            "jvm_memory_used_bytes",
            "process_files_open_files");
  }

  @ParameterizedTest
  @ValueSource(strings = {"alerts.yaml", "dashboard.json"})
  void whatOurExamplesAskFor_isMeasured(String example) throws Exception {
    new SampleOffer().signUp(newAddress());
    server.settle();
    String all = anybody.get("/actuator/prometheus").body();
    Set<String> asked =
        Pattern.compile("\\b(?:jeton|jvm|process|http)_[a-z_]+")
            .matcher(Files.readString(Path.of("../docs/run", example)))
            .results()
            .map(MatchResult::group)
            .collect(Collectors.toSet());
    assertThat(asked).hasSizeGreaterThan(2);
    assertThat(asked).allSatisfy(name -> assertThat(all).containsPattern("(?m)^" + name + "[ {]"));
  }

  @Test
  void strangersDoNotReadThem() {
    Http.Answer fromAfar = anybody.get("/actuator/prometheus", "X-Forwarded-For", "203.0.113.9");
    assertThat(fromAfar.status()).isEqualTo(404);
    assertThat(fromAfar.body()).isEmpty();
  }

  @Test
  void workThatLiesTooLong_isAPartThatIsDown() {
    Instant now = Instant.parse("2026-03-02T09:00:00Z");
    DueWork work = mock(DueWork.class);
    when(work.name()).thenReturn("letters");
    when(work.patience()).thenReturn(Duration.ofMinutes(10));
    Clock clock = Clock.fixed(now, java.time.ZoneOffset.UTC);
    HealthIndicator health =
        (HealthIndicator)
            ((CompositeHealthContributor) new WatchConfiguration().work(List.of(work), clock))
                .getContributor("letters");
    when(work.oldestDue(now)).thenReturn(Optional.of(now.minus(Duration.ofMinutes(10))));
    assertThat(health.health().getStatus().getCode()).isEqualTo("UP");
    when(work.oldestDue(now)).thenReturn(Optional.of(now.minus(Duration.ofMinutes(11))));
    assertThat(health.health().getStatus().getCode()).isEqualTo("DOWN");
    when(work.oldestDue(now)).thenThrow(new DataAccessResourceFailureException("away"));
    assertThat(health.health().getStatus().getCode()).isEqualTo("UNKNOWN");
  }

  @Test
  void livenessAndReadiness_haveTheirParts() {
    assertThat(anybody.get("/actuator/health/liveness").json().at("/components").propertyNames())
        .containsExactlyInAnyOrder("livenessState", "workers");
    assertThat(anybody.get("/actuator/health/readiness").json().at("/components").propertyNames())
        .containsExactlyInAnyOrder("readinessState", "db", "diskSpace");
  }
}
