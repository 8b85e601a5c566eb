package jeton.server.handover;

import java.util.Optional;
import jeton.server.incentive.Face;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What the page of a pass sends: what its holder does, and the wish for a fresh link (P3, G5). */
@RestController
class PassPosts {
  private final Passes passes;
  private final PassUses uses;
  private final FreshLinks freshLinks;
  private final Offers offers;
  private final PassWords words;

  PassPosts(Passes passes, PassUses uses, FreshLinks freshLinks, Offers offers, PassWords words) {
    this.passes = passes;
    this.uses = uses;
    this.freshLinks = freshLinks;
    this.offers = offers;
    this.words = words;
  }

  /** The page tells what its holder does with what it shows. */
  @PostMapping("/g/{token}/told/{what}")
  ResponseEntity<Void> told(
      @PathVariable String token,
      @PathVariable String what,
      @RequestBody(required = false) String more) {
    passes
        .find(token)
        .ifPresent(
            pass ->
                uses.told(
                    offers.remembered(pass.offerId()),
                    pass,
                    new Face.Told(
                        what,
                        more == null ? "" : more,
                        pass.given(),
                        passes.carriedBy(token).isPresent())));
    return ResponseEntity.noContent().build();
  }

  @PostMapping("/g/{token}/fresh")
  ResponseEntity<String> fresh(@PathVariable String token) {
    Optional<Passes.Pass> pass = passes.find(token);
    if (pass.isEmpty()) {
      return words.unknown();
    }
    freshLinks.send(pass.get());
    return words.fresh();
  }
}
