package jeton.server.rehearsal;

import java.util.List;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Rehearsal over HTTP. Nothing is sent and nothing kept by it. */
@RestController
class RehearsalApi {
  private final Stage stage;

  RehearsalApi(Stage stage) {
    this.stage = stage;
  }

  @PostMapping("/api/offers/{offerId}/rehearsal")
  List<Frames.Frame> rehearse(@PathVariable long offerId, @RequestBody Stage.RehearsalWish wish) {
    return stage.rehearse(offerId, wish);
  }
}
