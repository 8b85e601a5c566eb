package jeton.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.Ports;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Faults of a machine: its disk runs full, its memory does. As root: a small disk is mounted. */
class FaultsDrill {
  private static final int DISK_MB = 900;

  @TempDir Path folder;

  @Test
  void aFullDisk_losesNothingThatWasAcknowledged_andIsForgivenOnceThereIsRoom() throws Exception {
    Path disk = Files.createDirectory(folder.resolve("disk"));
    Machine.run("mount", "-t", "tmpfs", "-o", "size=" + DISK_MB + "m", "tmpfs", disk.toString());
    Path home = Machine.homeOn(disk, folder.resolve("mailbox"));
    try (ChildServer server = new ChildServer(home)) {
      server.start();
      String key = server.makeOffer(server.owner());
      String form = "/p/forms/" + key + "/signups";
      Http visitor = server.visitor();
      List<String> people;
      try (Load load = new Load(2, form, () -> visitor)) {
        server.await(() -> load.acknowledged().size() > 100);
        Machine.report("there is room", load);
        Path ballast = disk.resolve("ballast");
        fill(ballast);
        Machine.pause(15);
        Machine.report("the disk is full", load);
        System.out.println(
            "drill faults: health while it is full: "
                + visitor.get("/actuator/health").body().replaceAll("\"groups.*", ""));
        // It ends by itself there in some runs; here in all.
        String number = Files.readString(home.resolve("database/data/mariadbd.pid")).strip();
        ProcessHandle.of(Long.parseLong(number)).ifPresent(ProcessHandle::destroyForcibly);
        Machine.pause(5);
        Machine.report("the database has ended", load);
        Files.delete(ballast);
        int before = load.acknowledged().size();
        server.await(() -> load.acknowledged().size() > before + 100);
        Machine.report("there is room again", load);
        load.close();
        people = load.acknowledged();
      }
      server.await(
          () -> server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") == 0);
      Map<Long, Long> emails = Load.emailsByAddress(server.mailbox, people);
      System.out.println("drill faults: emails each got, and how many people: " + emails);
      assertThat(emails).doesNotContainKey(0L);
      String known = "'" + String.join("','", people) + "'";
      assertThat(server.number("SELECT COUNT(*) FROM person WHERE email IN (" + known + ")"))
          .isEqualTo(people.size());
    } finally {
      Machine.run("umount", "--lazy", disk.toString());
    }
  }

  /** Until not an octet fits any more. */
  private static void fill(Path ballast) throws IOException {
    byte[] part = new byte[1 << 16];
    try (RandomAccessFile file = new RandomAccessFile(ballast.toFile(), "rw")) {
      while (true) {
        file.write(part);
      }
    } catch (IOException full) {
      System.out.println("drill faults: " + full.getMessage());
    }
  }

  @Test
  void memoryThatRunsOut_endsTheProcess_andItComesBackWhereItWas() throws Exception {
    try (ChildServer server = new ChildServer(folder.resolve("home"))) {
      server.listenAt(Ports.free());
      server.start();
      Http owner = server.owner();
      String form = "/p/forms/" + server.makeOffer(owner) + "/signups";
      Map<String, Object> drawing = mockup(owner);
      server.kill();
      // As little as it starts with; as packaging/jeton starts it, a full heap ends it.
      server.withJava("-Xmx56m", "-XX:+UseSerialGC", "-XX:+ExitOnOutOfMemoryError");
      server.start();
      server.visitor(1);
      List<String> people;
      try (Load load = new Load(10, form, () -> owner)) {
        server.await(() -> load.acknowledged().size() > 100);
        Machine.report("there is memory", load);
        List<Thread> drawn = atOnce(8, () -> owner.json("POST", "/api/mockups", drawing));
        ended(server);
        for (Thread thread : drawn) {
          thread.join();
        }
        Machine.report("memory ran out", load);
        assertThat(server.said()).contains("Terminating due to java.lang.OutOfMemoryError");
        server.withJava();
        // As systemd does, by Restart=always.
        server.start();
        server.visitor(2);
        int before = load.acknowledged().size();
        server.await(() -> load.acknowledged().size() > before + 100);
        Machine.report("it is back", load);
        load.close();
        people = load.acknowledged();
      }
      server.await(
          () -> server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") == 0);
      Map<Long, Long> emails = Load.emailsByAddress(server.mailbox, people);
      System.out.println("drill faults: emails each got, and how many people: " + emails);
      assertThat(emails).doesNotContainKey(0L);
    }
  }

  /** What to ask for, to have a large picture drawn. */
  private static Map<String, Object> mockup(Http owner) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(1500, 1000, BufferedImage.TYPE_INT_RGB), "png", out);
    String hash =
        owner
            .upload("/api/pictures?name=cover.png", out.toByteArray())
            .json()
            .get("hash")
            .asString();
    return Map.of("from", Map.of("picture", hash), "design", "TABLET");
  }

  /** Does the same over and over, so often at once, until it comes to nothing. */
  private static List<Thread> atOnce(int threads, Runnable work) {
    return Stream.generate(
            () ->
                new Thread(
                    () -> {
                      try {
                        while (true) {
                          work.run();
                        }
                      } catch (UncheckedIOException gone) {
                        // The process has ended.
                      }
                    }))
        .limit(threads)
        .peek(Thread::start)
        .toList();
  }

  private static void ended(ChildServer server) {
    for (int seconds = 0; server.isAlive(); seconds++) {
      assertThat(seconds).as("It holds out for too long").isLessThan(120);
      Machine.pause(1);
    }
  }
}
