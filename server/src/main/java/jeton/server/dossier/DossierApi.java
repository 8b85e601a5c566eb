package jeton.server.dossier;

import io.swagger.v3.oas.annotations.Parameter;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.account.Owners;
import jeton.server.people.Lists;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One person's history, notes, and fields over HTTP. */
@RestController
@RequestMapping("/api/people/{id}")
class DossierApi {
  private final Timeline timeline;
  private final Notes notes;
  private final Lists lists;
  private final Merging merging;
  private final Owners owners;
  private final Clock clock;

  DossierApi(
      Timeline timeline, Notes notes, Lists lists, Merging merging, Owners owners, Clock clock) {
    this.timeline = timeline;
    this.notes = notes;
    this.lists = lists;
    this.merging = merging;
    this.owners = owners;
    this.clock = clock;
  }

  /** What stands beside a person's history. */
  record PersonDesk(
      List<Notes.Note> notes, List<Lists.Membership> lists, Optional<Merging.Merge> undoable) {}

  record NoteMade(String words) {}

  record FieldsChanged(Optional<String> firstName, Map<String, String> answers) {}

  private String by(Principal principal) {
    return owners.email(Long.parseLong(principal.getName())).orElse("an owner");
  }

  @GetMapping("/desk")
  PersonDesk desk(@PathVariable long id) {
    return new PersonDesk(notes.of(id), lists.everOf(id), merging.undoable(id));
  }

  @GetMapping("/timeline")
  List<Timeline.TimelineLine> timeline(
      @PathVariable long id,
      @RequestParam Optional<Timeline.What> what,
      @RequestParam Optional<Instant> before) {
    return timeline.of(id, what, before.orElse(clock.instant().plusSeconds(1)));
  }

  @PostMapping("/notes")
  List<Notes.Note> note(
      @PathVariable long id,
      @RequestBody NoteMade note,
      @Parameter(hidden = true) Principal principal) {
    return notes.add(id, by(principal), note.words());
  }

  @DeleteMapping("/notes/{noteId}")
  List<Notes.Note> removeNote(@PathVariable long id, @PathVariable long noteId) {
    return notes.remove(id, noteId);
  }

  @PutMapping("/fields")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable long id,
      @RequestBody FieldsChanged fields,
      @Parameter(hidden = true) Principal principal) {
    notes.change(
        id,
        by(principal),
        fields.firstName(),
        Optional.ofNullable(fields.answers()).orElse(Map.of()));
  }
}
