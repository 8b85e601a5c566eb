package jeton.server.request;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import jeton.harness.Http;
import jeton.harness.RawLine;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.OfferFiles;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Slow lines change nothing for others. */
class SlowLinesTest {
  private static final int LINES = 1000;
  private static final Duration AT_ONCE = Duration.ofSeconds(1);
  private final TestServer server = TestServer.get();

  private static String head(String path, String type, int length) {
    return "POST "
        + path
        + " HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: "
        + type
        + "\r\nContent-Length: "
        + length
        + "\r\n\r\n";
  }

  /** A server that has just started is not what is measured. */
  private void warm(SampleOffer offer) {
    for (int i = 0; i < 10; i++) {
      offer.signUp(SampleOffer.newAddress());
    }
  }

  /** Others sign up and look whether all is well. Who waits for a slow line does so each time. */
  private void othersAreServedAtOnce(SampleOffer offer) {
    List<Duration> signUps = new ArrayList<>();
    List<Duration> looks = new ArrayList<>();
    for (int i = 0; i < 5; i++) {
      long began = System.nanoTime();
      assertThat(offer.signUp(SampleOffer.newAddress()).status()).isEqualTo(303);
      signUps.add(Duration.ofNanos(System.nanoTime() - began));
      began = System.nanoTime();
      assertThat(new Http(server.base).get("/actuator/health/liveness").status()).isEqualTo(200);
      looks.add(Duration.ofNanos(System.nanoTime() - began));
    }
    assertThat(median(signUps)).isLessThan(AT_ONCE);
    assertThat(median(looks)).isLessThan(AT_ONCE);
  }

  private static Duration median(List<Duration> times) {
    return times.stream().sorted().toList().get(times.size() / 2);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/p/forms/FORM/signups application/json",
        "/p/forms/FORM/signups application/x-www-form-urlencoded",
        "/api/session application/json",
        "/api/bounces message/rfc822",
        "/api/pictures?name=x.png application/octet-stream",
        "/c/abc application/x-www-form-urlencoded",
      })
  void aThousandBodiesThatTrickle_changeNothingForOthers(String what) throws Exception {
    SampleOffer offer = new SampleOffer();
    warm(offer);
    String path = what.split(" ")[0].replace("FORM", offer.formKey);
    List<RawLine> lines = new ArrayList<>();
    AtomicBoolean trickles = new AtomicBoolean(true);
    ExecutorService trickling = Executors.newSingleThreadExecutor();
    try {
      for (int i = 0; i < LINES; i++) {
        RawLine line = new RawLine(server.base);
        line.say(head(path, what.split(" ")[1], 5000) + "{");
        lines.add(line);
      }
      Future<?> more =
          trickling.submit(
              () -> {
                while (trickles.get()) {
                  for (RawLine line : lines) {
                    oneMore(line);
                    // An octet a second on each line: that is what trickling is.
                    LockSupport.parkNanos(1_000_000);
                  }
                }
              });
      othersAreServedAtOnce(offer);
      trickles.set(false);
      more.get();
    } finally {
      trickles.set(false);
      trickling.shutdownNow();
      lines.forEach(RawLine::close);
    }
  }

  private static void oneMore(RawLine line) {
    try {
      line.say(" ");
    } catch (IOException hungUp) {
      // As it may.
    }
  }

  @Test
  void aThousandWhoTakeALargeFileSlowly_changeNothingForOthers() throws Exception {
    SampleOffer offer = new SampleOffer();
    server.bean(OfferFiles.class).addFile(offer.id, "film.bin", new Zeros(200L << 20));
    String email = SampleOffer.newAddress();
    offer.join(email);
    warm(offer);
    String pass = offer.link(email, "/g/").substring(server.base.length());
    List<RawLine> lines = new ArrayList<>();
    AtomicBoolean reads = new AtomicBoolean(true);
    ExecutorService reading = Executors.newSingleThreadExecutor();
    try {
      for (int i = 0; i < LINES; i++) {
        RawLine line = new RawLine(server.base, 8192);
        line.say("GET " + pass + "/files/2 HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n");
        lines.add(line);
      }
      assertThat(lines.get(LINES - 1).read(100)).isPositive();
      Future<?> more =
          reading.submit(
              () -> {
                while (reads.get()) {
                  for (RawLine line : lines) {
                    // Some 20 kB a second on each line.
                    line.read(20_000);
                    LockSupport.parkNanos(1_000_000);
                  }
                }
                return null;
              });
      othersAreServedAtOnce(offer);
      reads.set(false);
      more.get();
    } finally {
      reads.set(false);
      reading.shutdownNow();
      lines.forEach(RawLine::close);
    }
  }

  @Test
  void aBodyThatTakesTooLong_isRefused_andNothingOfItCounts() throws Exception {
    SampleOffer offer = new SampleOffer();
    String email = SampleOffer.newAddress();
    String body = "email=" + email + "&consent=yes";
    try (RawLine line = new RawLine(server.base)) {
      line.say(
          head(
                  "/p/forms/" + offer.formKey + "/signups",
                  "application/x-www-form-urlencoded",
                  body.length() + 1)
              + body);
      assertThat(line.answer(true)).isEqualTo(408);
    }
    assertThat(server.owner().get("/api/people?words=" + email).json().get("total").asInt())
        .isZero();
  }

  @Test
  void whatIsTooLarge_isRefusedByItsPath_beforeItIsRead() throws Exception {
    for (String path : List.of("/api/session", "/p/forms/x/signups", "/u/x", "/api/offers")) {
      try (RawLine line = new RawLine(server.base)) {
        line.say(head(path, "application/json", 70_000));
        assertThat(line.answer(true)).as(path).isEqualTo(413);
      }
    }
    Http owner = server.owner();
    String long70k = "x".repeat(70_000);
    // Signed in, more can be said.
    assertThat(owner.json("POST", "/api/emails/import", Map.of("html", long70k)).status())
        .isEqualTo(200);
  }

  @Test
  void aBodyInPieces_isReadAsIfItHadComeInOne() throws Exception {
    SampleOffer offer = new SampleOffer();
    String email = SampleOffer.newAddress();
    String body = "email=" + email.replace("@", "%40") + "&first_name=Ao%C3%ADfe&consent=yes";
    try (RawLine line = new RawLine(server.base)) {
      line.say(
          "POST /p/forms/"
              + offer.formKey
              + "/signups HTTP/1.1\r\nHost: 127.0.0.1\r\nTransfer-Encoding: chunked\r\n"
              + "Content-Type: application/x-www-form-urlencoded\r\n\r\n");
      for (int i = 0; i < body.length(); i++) {
        line.say("1\r\n" + body.charAt(i) + "\r\n");
      }
      line.say("0\r\n\r\n");
      assertThat(line.answer(true)).isEqualTo(303);
    }
    assertThat(server.owner().get("/api/people?words=" + email).body()).contains("Aoífe");
  }

  @Test
  void aChangeThatTrickles_needsItsTokenLikeAnyOther() throws Exception {
    // What is read in between must not get past the guards.
    server.owner();
    String cookie = new Cookies(server).signIn();
    String body = "{\"name\":\"From elsewhere\",\"kind\":\"DOWNLOAD\"}";
    try (RawLine line = new RawLine(server.base)) {
      line.say(
          "POST /api/offers HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: "
              + cookie
              + "\r\nContent-Type: application/json\r\nContent-Length: "
              + body.length()
              + "\r\n\r\n");
      for (int i = 0; i < body.length(); i++) {
        line.say(body.substring(i, i + 1));
      }
      assertThat(line.answer(true)).isEqualTo(403);
    }
    assertThat(server.owner().get("/api/offers/names").body()).doesNotContain("From elsewhere");
  }

  /** The session's cookie alone, without the token that our own pages send along. */
  private record Cookies(TestServer server) {
    String signIn() {
      Http http = new Http(server.base);
      http.get("/api/session");
      Http.Answer answer =
          http.json(
              "POST",
              "/api/session",
              Map.of("email", TestServer.OWNER, "password", TestServer.PASSWORD));
      return answer.headers().allValues("Set-Cookie").stream()
          .filter(cookie -> cookie.startsWith("jeton="))
          .map(cookie -> cookie.split(";")[0])
          .findFirst()
          .orElseThrow();
    }
  }

  /** So many octets of nothing. */
  private static final class Zeros extends InputStream {
    private long left;

    Zeros(long octets) {
      left = octets;
    }

    @Override
    public int read() {
      return left-- > 0 ? 0 : -1;
    }

    @Override
    public int read(byte[] into, int offset, int length) {
      if (left <= 0) {
        return -1;
      }
      int n = (int) Math.min(length, left);
      left -= n;
      return n;
    }
  }
}
