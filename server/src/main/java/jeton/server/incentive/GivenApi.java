package jeton.server.incentive;

import java.util.List;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What one person did with what they were given. */
@RestController
class GivenApi {
  private final Incentives incentives;
  private final Passes passes;
  private final Offers offers;

  GivenApi(Incentives incentives, Passes passes, Offers offers) {
    this.incentives = incentives;
    this.passes = passes;
    this.offers = offers;
  }

  /**
   * Of one offer.
   *
   * @param lines in words, such as “Setting up the bath”: 60 % played
   */
  record Used(String offer, List<String> lines) {}

  @GetMapping("/api/people/{personId}/used")
  List<Used> used(@PathVariable long personId) {
    return passes.offersOf(personId).stream()
        .map(
            id ->
                new Used(
                    offers.remembered(id).settings().name(), incentives.ofPerson(id, personId)))
        .filter(used -> !used.lines().isEmpty())
        .toList();
  }
}
