package jeton.server.quiz;

import java.nio.charset.StandardCharsets;
import java.util.List;
import jeton.core.incentive.Quiz;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Quizzes to start from, to take along and to bring back. */
@RestController
class QuizFileApi {
  private final QuizFiles files;
  private final Offers offers;

  QuizFileApi(QuizFiles files, Offers offers) {
    this.files = files;
    this.offers = offers;
  }

  @GetMapping("/api/quizzes/starters")
  List<QuizFiles.QuizFile> starters() {
    return files.starters();
  }

  /** The form of a file, as a JSON schema (draft 2020-12). */
  @GetMapping(path = "/api/quizzes/schema.json", produces = MediaType.APPLICATION_JSON_VALUE)
  String schema() {
    return files.schema();
  }

  /** The body is the file itself. Nothing is saved by it. */
  @PostMapping(path = "/api/quizzes/read", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  QuizFiles.QuizFile read(@RequestBody byte[] file) {
    return files.read(new String(file, StandardCharsets.UTF_8));
  }

  @GetMapping("/api/offers/{offerId}/quiz/file")
  ResponseEntity<byte[]> file(@PathVariable long offerId) {
    Offer offer = offers.get(offerId);
    if (!(offer.settings().gives() instanceof Quiz quiz)) {
      throw new NotThere("This quiz");
    }
    String name = offer.settings().slug() + ".quiz.json";
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_JSON)
        .header("Content-Disposition", "attachment; filename=\"" + name + "\"")
        .body(files.written(offer.settings().name(), quiz).getBytes(StandardCharsets.UTF_8));
  }
}
