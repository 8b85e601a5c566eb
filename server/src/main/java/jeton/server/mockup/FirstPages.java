package jeton.server.mockup;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import jeton.server.problem.Refused;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;

/** First pages and pictures as they were drawn by an {@link Easel}, bounded in time and memory. */
@Component
class FirstPages {
  /** How long one may take. */
  static final Duration LONGEST = Duration.ofSeconds(12);

  private static final Logger LOG = LoggerFactory.getLogger(FirstPages.class);
  private static final String MEMORY = "-Xmx256m";
  private static final int AT_ONCE = 2;
  private final Semaphore places = new Semaphore(AT_ONCE);

  /** Draws a kept content. */
  BufferedImage of(Resource content) {
    Path copy = null;
    try {
      if (content.isFile()) {
        return of(content.getFile().toPath());
      }
      copy = Files.createTempFile("content-", ".bin");
      try (InputStream in = content.getInputStream()) {
        Files.copy(in, copy, StandardCopyOption.REPLACE_EXISTING);
      }
      return of(copy);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } finally {
      forget(copy);
    }
  }

  /** Draws a file. */
  BufferedImage of(Path file) {
    Path drawn = null;
    try {
      if (!places.tryAcquire(LONGEST.toSeconds(), TimeUnit.SECONDS)) {
        throw new Refused(
            "file", "busy", "Others are being drawn just now. Try it again in a minute.");
      }
      try {
        drawn = Files.createTempFile("page-", ".png");
        return draw(file, drawn);
      } finally {
        places.release();
      }
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    } finally {
      forget(drawn);
    }
  }

  private static BufferedImage draw(Path file, Path drawn)
      throws IOException, InterruptedException {
    Process easel =
        new ProcessBuilder(command(file, drawn))
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    if (!easel.waitFor(LONGEST.toMillis(), TimeUnit.MILLISECONDS)) {
      easel.destroyForcibly().waitFor();
      LOG.warn("A page took longer than {} to draw", LONGEST);
      throw undrawn();
    }
    BufferedImage image = easel.exitValue() == 0 ? ImageIO.read(drawn.toFile()) : null;
    if (image == null) {
      throw undrawn();
    }
    return image;
  }

  private static List<String> command(Path file, Path drawn) {
    return List.of(
        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
        MEMORY,
        "-XX:+UseSerialGC",
        "-XX:TieredStopAtLevel=1",
        "-Djava.awt.headless=true",
        "-cp",
        System.getProperty("java.class.path"),
        Easel.class.getName(),
        file.toString(),
        drawn.toString());
  }

  private static Refused undrawn() {
    return new Refused(
        "file",
        "not_drawn",
        "This could not be drawn. A PDF, PNG or JPEG of an ordinary size can; choose another.");
  }

  private static void forget(Path drawn) {
    try {
      if (drawn != null) {
        Files.deleteIfExists(drawn);
      }
    } catch (IOException left) {
      LOG.warn("A drawn page stays behind: {}", left.getMessage());
    }
  }
}
