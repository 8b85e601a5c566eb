package jeton.server.bounce;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import jeton.server.business.JetonSettings;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Watches a folder for mails that come back. What was taken goes to {@code done}, what was not
 * understood to {@code not-understood}, so that nothing is lost and nothing taken twice.
 */
@Component
class BounceFolder {
  private static final Logger LOG = LoggerFactory.getLogger(BounceFolder.class);
  private final Bounces bounces;
  private final Path folder;

  BounceFolder(Bounces bounces, JetonSettings settings) {
    this.bounces = bounces;
    this.folder = settings.home().resolve("bounces").toAbsolutePath();
  }

  Path folder() {
    return folder;
  }

  @Scheduled(fixedDelay = 5000)
  void look() {
    try {
      Files.createDirectories(folder.resolve("done"));
      Files.createDirectories(folder.resolve("not-understood"));
      for (Path mail : mails()) {
        takeAlone(mail);
      }
    } catch (IOException | RuntimeException trouble) {
      LOG.warn("Mails that came back stay in {} for now: {}", folder, trouble.getMessage());
    }
  }

  private List<Path> mails() throws IOException {
    List<Path> mails = new ArrayList<>();
    try (DirectoryStream<Path> found = Files.newDirectoryStream(folder, "*.eml")) {
      found.forEach(mails::add);
    }
    return mails;
  }

  /** One that cannot be read stays where it is, and holds up no other. */
  private void takeAlone(Path mail) {
    try {
      take(mail);
    } catch (RuntimeException trouble) {
      LOG.warn(
          "A mail that came back stays in {} for now: {}",
          folder,
          trouble.getClass().getSimpleName());
    }
  }

  private void take(Path mail) {
    try {
      boolean understood = bounces.take(Files.readAllBytes(mail)).understood();
      Files.move(
          mail,
          folder.resolve(understood ? "done" : "not-understood").resolve(mail.getFileName()),
          StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }
}
