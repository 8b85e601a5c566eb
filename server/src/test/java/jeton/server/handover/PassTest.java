package jeton.server.handover;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.OfferSettings;
import org.junit.jupiter.api.Test;

/** Rules P over HTTP. */
class PassTest {
  private final TestServer server = TestServer.get();

  private static SampleOffer limited(Optional<Integer> days, Optional<Integer> uses) {
    return new SampleOffer(
        s -> {
          HandOverSettings h = s.handOver();
          return new OfferSettings(
              s.name(),
              s.slug(),
              s.confirm(),
              new HandOverSettings(
                  h.onTheSpot(),
                  h.byEmail(),
                  h.email(),
                  h.page(),
                  new PassLimits(days, uses),
                  h.runAgain()));
        });
  }

  private static String joined(SampleOffer offer, String email) {
    offer.join(email);
    return offer.link(email, "/g/");
  }

  @Test
  void file_isTheUploadOctetForOctet_andKeptOutOfCachesAndSearch() {
    SampleOffer offer = new SampleOffer();
    String pass = joined(offer, newAddress());
    Http.Answer file = offer.visitor.get(pass + "/files/1");
    assertThat(file.bytes()).isEqualTo(SampleOffer.FILE);
    assertThat(file.header("Content-Type")).isEqualTo("application/pdf");
    assertThat(file.header("Content-Disposition")).contains("attachment").contains("plan.pdf");
    for (Http.Answer answer : new Http.Answer[] {file, offer.visitor.get(pass)}) {
      assertThat(answer.header("X-Robots-Tag")).isEqualTo("noindex");
      assertThat(answer.header("Cache-Control")).contains("private");
      assertThat(answer.header("Referrer-Policy")).isEqualTo("no-referrer");
    }
  }

  @Test
  void rangeRequestsAndSecondTries_withinTenMinutes_areOneUse() {
    SampleOffer offer = limited(Optional.empty(), Optional.of(2));
    String pass = joined(offer, newAddress());
    assertThat(offer.visitor.get(pass + "/files/1", "Range", "bytes=0-3").status()).isEqualTo(206);
    assertThat(offer.visitor.get(pass + "/files/1", "Range", "bytes=4-9").body()).hasSize(6);
    for (int pause = 0; pause < 3; pause++) {
      server.clock.forward(Duration.ofMinutes(10));
      assertThat(offer.visitor.get(pass + "/files/1").status()).as("goes on").isEqualTo(200);
    }
    server.clock.forward(Duration.ofMinutes(10).plusMillis(1));
    assertThat(offer.visitor.get(pass + "/files/1").status()).as("second use").isEqualTo(200);
    server.clock.forward(Duration.ofMinutes(10).plusMillis(1));
    assertThat(offer.visitor.get(pass + "/files/1").status()).as("used up").isEqualTo(410);
  }

  @Test
  void aLookAtTheHeaders_isNoUse() {
    SampleOffer offer = limited(Optional.empty(), Optional.of(1));
    String pass = joined(offer, newAddress());
    assertThat(offer.visitor.head(pass + "/files/1").status()).isEqualTo(200);
    server.clock.forward(Duration.ofMinutes(11));
    assertThat(offer.visitor.get(pass + "/files/1").status()).isEqualTo(200);
  }

  @Test
  void theLastUse_isGivenOnce_toManyAtOnce() throws Exception {
    SampleOffer offer = limited(Optional.empty(), Optional.of(1));
    String email = newAddress();
    String pass = joined(offer, email);
    Callable<Integer> take = () -> new Http(server.base).get(pass + "/files/1").status();
    var hands = Executors.newFixedThreadPool(6);
    for (var done : hands.invokeAll(Stream.generate(() -> take).limit(12).toList())) {
      assertThat(done.get()).as("all of them are the same use").isEqualTo(200);
    }
    hands.shutdown();
    server.clock.forward(Duration.ofMinutes(11));
    assertThat(offer.visitor.get(pass + "/files/1").status()).isEqualTo(410);
  }

  @Test
  void anExpiredPass_offersAFreshLink_withoutShowingTheAddress() {
    SampleOffer offer = limited(Optional.of(3), Optional.empty());
    String email = newAddress();
    String pass = joined(offer, email);
    server.clock.forward(Duration.ofDays(4));
    Http.Answer over = offer.visitor.get(pass);
    assertThat(over.status()).isEqualTo(410);
    assertThat(over.body()).contains("Send me a fresh link").doesNotContain(email);
    assertThat(offer.visitor.form(pass + "/fresh", Map.of()).body()).doesNotContain(email);
    offer.visitor.form(pass + "/fresh", Map.of());
    server.settle();
    assertThat(offer.subjects(email)).as("asked twice, sent once").hasSize(3);
    String fresh = offer.link(email, "/g/");
    assertThat(fresh).isNotEqualTo(pass);
    assertThat(offer.visitor.get(fresh + "/files/1").bytes()).isEqualTo(SampleOffer.FILE);
  }

  @Test
  void firstUse_marksTheIncentiveAsUsed_once() {
    SampleOffer offer = new SampleOffer();
    String pass = joined(offer, newAddress());
    Http owner = server.owner();
    assertThat(owner.get("/api/offers/" + offer.id).json().get("track").get("used").asInt())
        .isZero();
    offer.visitor.get(pass + "/files/1");
    server.clock.forward(Duration.ofMinutes(11));
    offer.visitor.get(pass + "/files/1");
    assertThat(owner.get("/api/offers/" + offer.id).json().get("track").get("used").asInt())
        .isEqualTo(1);
  }

  @Test
  void aForgedToken_orAFileThatIsNotThere_isPolitelyUnknown() {
    SampleOffer offer = new SampleOffer();
    String pass = joined(offer, newAddress());
    assertThat(offer.visitor.get("/g/AAAAAAAAAAAAAAAAAAAAAAAAAAA").status()).isEqualTo(404);
    assertThat(offer.visitor.get(pass + "/files/2").status()).isEqualTo(404);
  }
}
