package jeton.server.followup;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.RunAgain;
import jeton.core.people.PersonState;
import jeton.server.people.People;
import jeton.server.problem.NotThere;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People put into a sequence and taken out of it by hand, over HTTP. */
@RestController
@RequestMapping("/api/sequences/{id}/people")
class SequencePeopleApi {
  private final Joining joining;
  private final Removals removals;

  SequencePeopleApi(Joining joining, Removals removals) {
    this.joining = joining;
    this.removals = removals;
  }

  /** Who is to be added: these, or everybody a filter finds. */
  record Joiners(
      List<Long> people, Optional<PersonState> state, Optional<Long> offerId, boolean again) {}

  /** Counts first, with {@code count}; adds then. */
  @PostMapping("/count")
  Joining.Joined countJoiners(@PathVariable long id, @RequestBody Joiners joiners) {
    return joining.count(id, filter(joiners), again(joiners));
  }

  @PostMapping
  Joining.Joined join(@PathVariable long id, @RequestBody Joiners joiners) {
    return joining.add(id, filter(joiners), again(joiners));
  }

  @DeleteMapping("/{personId}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id, @PathVariable long personId) {
    removals.remove(id, personId);
  }

  /** Takes that back: they go on where they were. */
  @PostMapping("/{personId}/back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void putBack(@PathVariable long id, @PathVariable long personId) {
    if (!removals.putBack(id, personId)) {
      throw new NotThere("What was to be taken back");
    }
  }

  private static Joining.Who filter(Joiners joiners) {
    return joiners.people().isEmpty()
        ? new Joining.Who.Everybody(
            People.Filter.of("", joiners.state(), joiners.offerId(), Optional.empty()))
        : new Joining.Who.These(new HashSet<>(joiners.people()));
  }

  private static RunAgain again(Joiners joiners) {
    return joiners.again() ? new RunAgain(RunAgain.When.EVERY_TIME, 0) : RunAgain.NEVER;
  }
}
