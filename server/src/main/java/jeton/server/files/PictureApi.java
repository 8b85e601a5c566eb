package jeton.server.files;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Duration;
import jeton.server.problem.NotThere;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Pictures: brought in by the owner, seen by everybody. */
@RestController
class PictureApi {
  private final StoredFiles files;

  PictureApi(StoredFiles files) {
    this.files = files;
  }

  /** The body is the picture itself. */
  @PostMapping(path = "/api/pictures", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  StoredFiles.Stored add(@RequestParam String name, HttpServletRequest request) throws IOException {
    return files.keepPicture(name, request.getInputStream());
  }

  @GetMapping("/pictures/{hash}")
  ResponseEntity<Resource> show(@PathVariable String hash) {
    StoredFiles.Stored picture =
        files.picture(hash).orElseThrow(() -> new NotThere("This picture"));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(picture.mediaType()))
        .cacheControl(CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable())
        // A drawing may hold scripts; nothing in it runs or loads.
        .header("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox")
        .body(files.open(hash));
  }
}
