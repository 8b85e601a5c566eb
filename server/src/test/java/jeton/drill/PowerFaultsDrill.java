package jeton.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicLong;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The power is lost under sign-ups and in the middle of uploads. The disk is a file with a file
 * system in it: a copy of that file, taken while all stands still, has what had reached the disk
 * and nothing of what the system still held in memory, as after a loss of power. What comes up from
 * the copy must have all that was acknowledged.
 */
class PowerFaultsDrill {
  private static final int MEGABYTE = 1 << 20;
  private static final int FILM_MB = 96;
  private static final int FILES = 15;

  @TempDir Path folder;

  private final Map<String, byte[]> whole = new HashMap<>();
  private final AtomicLong reached = new AtomicLong();

  @Test
  void whatWasAcknowledgedIsThere_andTheUploadGoesOn() throws Exception {
    Path image = folder.resolve("disk.img");
    Path disk = Files.createDirectory(folder.resolve("disk"));
    Machine.run("truncate", "--size=3G", image.toString());
    Machine.run("mkfs.ext4", "-q", image.toString());
    Machine.run("mount", "-o", "loop", image.toString(), disk.toString());
    List<String> people;
    String offer;
    String upload;
    Path copy = folder.resolve("copy.img");
    try {
      Path home = Machine.homeOn(disk, folder.resolve("mailbox"));
      try (ChildServer server = new ChildServer(home)) {
        server.start();
        Http owner = server.owner();
        String form = "/p/forms/" + server.makeOffer(owner) + "/signups";
        offer = "/api/offers/" + server.number("SELECT id FROM offer");
        upload = begin(owner, offer);
        Http visitor = server.visitor();
        try (Load load = new Load(2, form, () -> visitor)) {
          CompletableFuture<Void> films = CompletableFuture.runAsync(() -> film(owner, upload));
          files(owner, offer);
          server.await(() -> load.acknowledged().size() > 300 && reached.get() > 40L * MEGABYTE);
          Machine.report("before the power is lost", load);
          freeze(server, home);
          Machine.run("cp", "--sparse=always", image.toString(), copy.toString());
          people = load.acknowledged();
          server.killAll();
          load.close();
          films.handle((done, broken) -> done).join();
        }
        System.out.printf(
            "drill faults: %d files were there, %.1f of %d MB of a film%n",
            whole.size(), reached.get() / (double) MEGABYTE, FILM_MB);
        database(home).destroyForcibly();
      }
      Machine.run("umount", "--lazy", disk.toString());
      Machine.run("mount", "-o", "loop", copy.toString(), disk.toString());
      comesUp(home, people, offer, upload);
    } finally {
      Machine.run("umount", "--lazy", disk.toString());
    }
  }

  private void comesUp(Path home, List<String> people, String offer, String upload)
      throws IOException {
    try (ChildServer server = new ChildServer(home)) {
      server.start();
      Http owner = server.owner();
      String known = "'" + String.join("','", people) + "'";
      assertThat(server.number("SELECT COUNT(*) FROM person WHERE email IN (" + known + ")"))
          .as("whoever was told that they are signed up")
          .isEqualTo(people.size());
      var there = owner.get(offer).json().at("/offer/files");
      Map<String, Long> ids = new HashMap<>();
      there.forEach(file -> ids.put(file.get("name").asString(), file.get("id").asLong()));
      whole.forEach(
          (name, content) ->
              assertThat(owner.get(offer + "/files/" + ids.get(name) + "/content").bytes())
                  .as(name)
                  .isEqualTo(content));
      long at = owner.get(upload).json().get("offset").asLong();
      System.out.printf(
          "drill faults: after it all %d people and %d files are there, the film goes on at %.1f MB%n",
          people.size(), whole.size(), at / (double) MEGABYTE);
      assertThat(at).as("what was acknowledged of the film").isGreaterThanOrEqualTo(reached.get());
      reached.set(at);
      film(owner, upload);
      var done = owner.json("POST", upload + "/whole", Map.of()).json().at("/offer/files");
      long id = done.get(done.size() - 1).get("id").asLong();
      assertThat(owner.get(offer + "/files/" + id + "/content").bytes()).isEqualTo(filmContent());
      server.await(
          () -> server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") == 0);
      Map<Long, Long> emails = Load.emailsByAddress(server.mailbox, people);
      System.out.println("drill faults: emails each got, and how many people: " + emails);
      assertThat(emails).doesNotContainKey(0L);
    }
  }

  private static String begin(Http owner, String offer) {
    Map<String, Object> film = Map.of("name", "film.bin", "size", (long) FILM_MB * MEGABYTE);
    return offer
        + "/uploads/"
        + owner.json("POST", offer + "/uploads", film).json().get("id").asString();
  }

  private static byte[] filmContent() {
    byte[] content = new byte[FILM_MB * MEGABYTE];
    new Random(1).nextBytes(content);
    content[0] = 0;
    return content;
  }

  /** From where it is on, a megabyte after the other. */
  private void film(Http owner, String upload) {
    byte[] content = filmContent();
    while (reached.get() < content.length) {
      int at = (int) reached.get();
      byte[] piece = Arrays.copyOfRange(content, at, at + MEGABYTE);
      var answer = owner.piece(upload + "?offset=" + at, piece);
      reached.set(answer.json().get("offset").asLong());
    }
  }

  private void files(Http owner, String offer) {
    Random random = new Random(2);
    for (int i = 0; i < FILES; i++) {
      byte[] content = new byte[50_000 + random.nextInt(100_000)];
      random.nextBytes(content);
      content[0] = 0;
      String name = "file-" + i + ".bin";
      assertThat(owner.upload(offer + "/files?name=" + name, content).status()).isLessThan(300);
      whole.put(name, content);
    }
  }

  private static ProcessHandle database(Path home) throws IOException {
    Path pid = home.resolve("database/data/mariadbd.pid");
    return ProcessHandle.of(Long.parseLong(Files.readString(pid).strip())).orElseThrow();
  }

  /** Nothing is written from here on. */
  private static void freeze(ChildServer server, Path home) throws IOException {
    for (ProcessHandle process : List.of(server.process(), database(home))) {
      Machine.run("kill", "-STOP", String.valueOf(process.pid()));
    }
  }
}
