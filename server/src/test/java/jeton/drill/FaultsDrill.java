package jeton.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import jeton.harness.ChildServer;
import jeton.harness.Http;
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
      server.start();
      String form = "/p/forms/" + server.makeOffer(server.owner()) + "/signups";
      server.kill();
      // As little as it starts with; as packaging/jeton starts it, a full heap ends it.
      server.withJava("-Xmx56m", "-XX:+UseSerialGC", "-XX:+ExitOnOutOfMemoryError");
      server.start();
      List<String> people;
      Http visitor = server.visitor(1);
      try (Load load = new Load(20, form, () -> visitor)) {
        long until = System.nanoTime() + Duration.ofSeconds(20).toNanos();
        while (server.isAlive() && System.nanoTime() < until) {
          Machine.pause(1);
        }
        System.out.println(
            "drill faults: with 56 MB and 20 at once it "
                + (server.isAlive() ? "held out" : "ended, as it should"));
        load.close();
        Machine.report("memory ran out", load);
        people = load.acknowledged();
      }
      server.killAll();
      server.withJava();
      server.start();
      server.visitor(2);
      server.await(
          () -> server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") == 0);
      Map<Long, Long> emails = Load.emailsByAddress(server.mailbox, people);
      System.out.println("drill faults: emails each got, and how many people: " + emails);
      assertThat(emails).doesNotContainKey(0L);
    }
  }
}
