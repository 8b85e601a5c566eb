package jeton.server.files;

import java.time.Duration;
import jeton.server.problem.NotThere;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Answers with a kept picture. */
@Component
public class PictureAnswers {
  private static final Duration A_YEAR = Duration.ofDays(365);
  private final StoredFiles files;

  PictureAnswers(StoredFiles files) {
    this.files = files;
  }

  /** Anybody may see and keep it: its address is its content's. */
  ResponseEntity<Resource> toEverybody(String hash) {
    return answer(hash, CacheControl.maxAge(A_YEAR).cachePublic().immutable())
        .body(files.open(hash));
  }

  /** For the holder of a pass alone (P5). */
  public ResponseEntity<Resource> behindPass(String hash) {
    return answer(hash, CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
        .header("X-Robots-Tag", "noindex")
        .header("Referrer-Policy", "no-referrer")
        .body(files.open(hash));
  }

  private ResponseEntity.BodyBuilder answer(String hash, CacheControl cache) {
    StoredFiles.Stored picture =
        files.picture(hash).orElseThrow(() -> new NotThere("This picture"));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(picture.mediaType()))
        .cacheControl(cache)
        .header("X-Content-Type-Options", "nosniff")
        // A drawing may hold scripts; nothing in it runs or loads.
        .header(
            "Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox");
  }
}
