package jeton.server.files;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.springframework.core.io.Resource;
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
  private final PictureAnswers answers;

  PictureApi(StoredFiles files, PictureAnswers answers) {
    this.files = files;
    this.answers = answers;
  }

  /** The body is the picture itself. */
  @PostMapping(path = "/api/pictures", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  StoredFiles.Stored add(@RequestParam String name, HttpServletRequest request) throws IOException {
    return files.keepPicture(name, request.getInputStream());
  }

  @GetMapping("/pictures/{hash}")
  ResponseEntity<Resource> show(@PathVariable String hash) {
    return answers.toEverybody(hash);
  }
}
