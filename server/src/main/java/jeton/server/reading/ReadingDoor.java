package jeton.server.reading;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.util.Base64;
import java.util.Optional;
import jeton.server.email.Links;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** {@code /l/{token}}: links in emails lead on from here, and the dot that counts opens. */
@RestController
class ReadingDoor {
  private static final byte[] DOT =
      Base64.getDecoder().decode("R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7");
  private final Links links;
  private final Readings readings;

  ReadingDoor(Links links, Readings readings) {
    this.links = links;
    this.readings = readings;
  }

  @GetMapping("/l/{token}")
  ResponseEntity<String> follow(@PathVariable String token, HttpServletRequest request) {
    Optional<String> href =
        links
            .pressed(token)
            .flatMap(pressed -> readings.pressed(pressed, Readings.Fetch.of(request)));
    return href.map(
            address ->
                ResponseEntity.status(HttpStatus.FOUND)
                    .location(URI.create(address))
                    .header("Cache-Control", "private, no-store")
                    .header("Referrer-Policy", "no-referrer")
                    .header("X-Robots-Tag", "noindex")
                    .<String>build())
        .orElseGet(
            () ->
                ResponseEntity.status(HttpStatus.NOT_FOUND)
                    .contentType(MediaType.TEXT_PLAIN)
                    .body("This link does not work. Part of it may be missing.\n"));
  }

  /** Answers the same to everybody, so that nothing is learnt from it. */
  @GetMapping("/l/{token}.gif")
  ResponseEntity<byte[]> dot(@PathVariable String token, HttpServletRequest request) {
    links
        .opened(token)
        .ifPresent(outboxId -> readings.opened(outboxId, Readings.Fetch.of(request)));
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_GIF)
        .header("Cache-Control", "private, no-store")
        .body(DOT);
  }
}
