package jeton.server.mockup;

import java.util.List;
import java.util.Optional;
import jeton.server.problem.Refused;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Mock-ups over HTTP. */
@RestController
@RequestMapping("/api/mockups")
class MockupApi {
  private final Mockups mockups;

  MockupApi(Mockups mockups) {
    this.mockups = mockups;
  }

  /**
   * What to make one from: one of both.
   *
   * @param fileId of an offer's file
   * @param picture hash of a kept picture
   */
  record MockupFrom(Optional<Long> fileId, Optional<String> picture) {}

  record MockupWish(MockupFrom from, String design) {}

  @GetMapping("/sources")
  List<Mockups.MockupSource> sources() {
    return mockups.sources();
  }

  /** All designs, to choose from. */
  @PostMapping("/looks")
  List<Mockups.MockupLook> looks(@RequestBody MockupFrom from) {
    return from.fileId()
        .map(mockups::ofFile)
        .or(() -> from.picture().map(mockups::ofPicture))
        .orElseThrow(MockupApi::ofWhat);
  }

  @PostMapping
  Mockups.MockupMade make(@RequestBody MockupWish wish) {
    return wish.from()
        .fileId()
        .map(id -> mockups.makeOfFile(id, wish.design()))
        .or(() -> wish.from().picture().map(hash -> mockups.makeOfPicture(hash, wish.design())))
        .orElseThrow(MockupApi::ofWhat);
  }

  private static Refused ofWhat() {
    return new Refused("from", "empty", "Of which file or picture?");
  }
}
