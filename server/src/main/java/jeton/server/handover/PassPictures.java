package jeton.server.handover;

import java.time.Clock;
import java.util.Optional;
import jeton.core.handover.PassStatus;
import jeton.server.files.PictureAnswers;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** {@code /g/{token}/pictures/{hash}}: a picture of what is shown, as private as the page (P5). */
@RestController
class PassPictures {
  private final Passes passes;
  private final Offers offers;
  private final Incentives incentives;
  private final PictureAnswers pictures;
  private final PassWords words;
  private final Clock clock;

  PassPictures(
      Passes passes,
      Offers offers,
      Incentives incentives,
      PictureAnswers pictures,
      PassWords words,
      Clock clock) {
    this.passes = passes;
    this.offers = offers;
    this.incentives = incentives;
    this.pictures = pictures;
    this.words = words;
    this.clock = clock;
  }

  @GetMapping("/g/{token}/pictures/{hash}")
  ResponseEntity<?> picture(@PathVariable String token, @PathVariable String hash) {
    Optional<Passes.Pass> pass =
        passes.find(token).filter(p -> p.status(clock.instant()) != PassStatus.EXPIRED);
    boolean shown =
        pass.filter(
                p -> incentives.showsPicture(offers.remembered(p.offerId()), p.personId(), hash))
            .isPresent();
    return shown ? pictures.behindPass(hash) : words.unknown();
  }
}
