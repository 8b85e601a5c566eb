package jeton.server.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import jeton.core.offer.OfferKind;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.JetonSettings;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Large files that come in pieces. */
class UploadTest {
  private final TestServer server = TestServer.get();
  private final SampleOffer offer = new SampleOffer(OfferKind.PRIVATE_PAGE, settings -> settings);
  private final String uploads = "/api/offers/" + offer.id + "/uploads";
  private final Http owner = server.owner();

  /** Octets that nothing takes for a type. */
  private static byte[] content(int size) {
    byte[] content = new byte[size];
    new Random(size).nextBytes(content);
    content[0] = 0;
    return content;
  }

  private String begin(String name, long size) {
    Http.Answer begun = owner.json("POST", uploads, Map.of("name", name, "size", size));
    assertThat(begun.status()).as(begun.body()).isEqualTo(201);
    return uploads + "/" + begun.json().get("id").asString();
  }

  private long append(String upload, long offset, byte[] piece) {
    return owner.piece(upload + "?offset=" + offset, piece).json().get("offset").asLong();
  }

  private Http.Answer whole(String upload) {
    return owner.json("POST", upload + "/whole", Map.of());
  }

  private JsonNode files(Http.Answer view) {
    return view.json().get("offer").get("files");
  }

  @Test
  void piecesMakeTheFile_octetForOctet_andAskingTwiceAddsItOnce() {
    byte[] content = content(300_000);
    String upload = begin("film.bin", content.length);
    assertThat(append(upload, 0, Arrays.copyOf(content, 100_000))).isEqualTo(100_000);
    assertThat(whole(upload).problem()).isEqualTo("not_whole");
    append(upload, 100_000, Arrays.copyOfRange(content, 100_000, content.length));
    JsonNode files = files(whole(upload));
    assertThat(files).hasSize(1);
    assertThat(files(whole(upload))).hasSize(1);
    String path = "/api/offers/" + offer.id + "/files/" + files.get(0).get("id").asLong();
    assertThat(owner.get(path + "/content").bytes()).isEqualTo(content);
  }

  @Test
  void aPieceSentTwice_orOfAnotherPlace_addsNothing() {
    byte[] content = content(1000);
    String upload = begin("a.bin", content.length);
    append(upload, 0, Arrays.copyOf(content, 400));
    assertThat(append(upload, 0, Arrays.copyOf(content, 400))).isEqualTo(400);
    assertThat(append(upload, 700, Arrays.copyOfRange(content, 700, 1000))).isEqualTo(400);
    assertThat(append(upload, 400, Arrays.copyOfRange(content, 400, 1000))).isEqualTo(1000);
    assertThat(files(whole(upload))).hasSize(1);
  }

  @Test
  void cutOffAt99Percent_itIsTakenUpAtThePieceThatWasCut() throws IOException {
    byte[] content = content(2_000_000);
    String upload = begin("cut.bin", content.length);
    int pieces = 1_900_000;
    append(upload, 0, Arrays.copyOf(content, pieces));
    URI at = URI.create(server.base);
    try (Socket line = new Socket(at.getHost(), at.getPort())) {
      String head =
          ("PATCH %s?offset=%d HTTP/1.1\r\nHost: %s\r\n%s"
                  + "Content-Type: application/octet-stream\r\nContent-Length: %d\r\n\r\n")
              .formatted(
                  upload, pieces, at.getAuthority(), owner.session(), content.length - pieces);
      line.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
      line.getOutputStream().write(content, pieces, 80_000);
      line.getOutputStream().flush();
    }
    long there = owner.get(upload).json().get("offset").asLong();
    assertThat(there).isEqualTo(pieces);
    long end = append(upload, there, Arrays.copyOfRange(content, pieces, content.length));
    assertThat(end).isEqualTo(content.length);
    JsonNode files = files(whole(upload));
    String path = "/api/offers/" + offer.id + "/files/" + files.get(0).get("id").asLong();
    assertThat(owner.get(path + "/content").bytes()).isEqualTo(content);
  }

  @Test
  void manyAtOnce_makeOneFile() throws Exception {
    byte[] content = content(400_000);
    String upload = begin("rivals.bin", content.length);
    Callable<Long> send = () -> append(upload, 0, content);
    var hands = Executors.newFixedThreadPool(4);
    hands.invokeAll(Stream.generate(() -> send).limit(8).toList());
    Callable<Integer> finish = () -> whole(upload).status();
    for (var answer : hands.invokeAll(Stream.generate(() -> finish).limit(6).toList())) {
      assertThat(answer.get()).isEqualTo(200);
    }
    hands.shutdown();
    assertThat(files(owner.get("/api/offers/" + offer.id))).hasSize(1);
  }

  @Test
  void aFilmThatIsAScript_isRefused_andNothingIsAdded() {
    byte[] script = "#!/bin/sh\nrm -rf /\n".getBytes(StandardCharsets.US_ASCII);
    String upload = begin("film.mp4", script.length);
    append(upload, 0, script);
    Http.Answer refused = whole(upload);
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.problem()).isEqualTo("mistyped");
    assertThat(files(owner.get("/api/offers/" + offer.id))).isEmpty();
  }

  @Test
  void whatCannotBeTaken_isSaidBeforeItIsSent() {
    assertThat(problem("", 5)).isEqualTo("no_name");
    assertThat(problem("x.mp4", 0)).isEqualTo("empty");
    assertThat(problem("x.mp4", (2L << 30) + 1)).isEqualTo("too_large");
    String upload = begin("x.bin", 10);
    assertThat(owner.piece(upload + "?offset=0", content(11)).problem()).isEqualTo("too_large");
  }

  private String problem(String name, long size) {
    return owner.json("POST", uploads, Map.of("name", name, "size", size)).problem();
  }

  @Test
  void whatIsStopped_orLeftForAWeek_isGone() throws IOException {
    Path drafts = server.bean(JetonSettings.class).home().resolve("files/drafts");
    String stopped = begin("stopped.bin", 10);
    append(stopped, 0, content(5));
    assertThat(owner.delete(stopped).status()).isEqualTo(204);
    assertThat(owner.get(stopped).status()).isEqualTo(404);
    String left = begin("left.bin", 10);
    append(left, 0, content(5));
    Path draft = drafts.resolve(left.substring(left.lastIndexOf('/') + 1));
    assertThat(Files.size(draft)).isEqualTo(5);
    server.clock.forward(Uploads.KEPT.plusMinutes(1));
    begin("next.bin", 10);
    assertThat(Files.exists(draft)).isFalse();
    assertThat(owner.get(left).status()).isEqualTo(404);
  }

  @Test
  void anUpload_belongsToItsOffer_andToOwners() {
    String upload = begin("mine.bin", 10);
    SampleOffer other = new SampleOffer(OfferKind.PRIVATE_PAGE, settings -> settings);
    String elsewhere = upload.replace("/" + offer.id + "/", "/" + other.id + "/");
    assertThat(owner.get(elsewhere).status()).isEqualTo(404);
    assertThat(new Http(server.base).get(upload).status()).isEqualTo(401);
  }
}
