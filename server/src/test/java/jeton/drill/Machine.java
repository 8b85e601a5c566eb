package jeton.drill;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.locks.LockSupport;

/** What a drill does to the machine it runs on, as root. */
final class Machine {
  private Machine() {}

  /** Lets time pass: what a drill watches goes on by itself. */
  static void pause(int seconds) {
    pause(Duration.ofSeconds(seconds));
  }

  /** As {@link #pause(int)}. */
  static void pause(Duration time) {
    LockSupport.parkNanos(time.toNanos());
  }

  /** Runs a program of the system to its end. */
  static void run(String... command) {
    try {
      if (new ProcessBuilder(command).inheritIO().start().waitFor() != 0) {
        throw new IllegalStateException(String.join(" ", command));
      }
    } catch (IOException missing) {
      throw new IllegalStateException(String.join(" ", command), missing);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }

  /**
   * A home on a disk that something is to happen to. The mail server's own disk is another one:
   * {@code mailbox} is a folder that outlives it.
   */
  static Path homeOn(Path disk, Path mailbox) throws IOException {
    Path home = Files.createDirectory(disk.resolve("home"));
    Files.createSymbolicLink(home.resolve("mailbox"), Files.createDirectory(mailbox));
    return home;
  }

  /** Says how far it is. */
  static void report(String what, Load load) {
    System.out.printf(
        "drill faults: %-28s %5d acknowledged, %4d turned away so far%n",
        what, load.acknowledged().size(), load.refused());
  }
}
