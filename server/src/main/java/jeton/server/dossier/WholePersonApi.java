package jeton.server.dossier;

import java.util.List;
import java.util.Map;
import jeton.server.people.People;
import jeton.server.people.Person;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A person as a whole over HTTP: looked at, merged with another address, erased, handed out. */
@RestController
@RequestMapping("/api/people/{id}")
class WholePersonApi {
  private final Merging merging;
  private final Erasing erasing;
  private final TakeOutStore takeOut;
  private final People people;
  private final Dossiers dossiers;

  WholePersonApi(
      Merging merging, Erasing erasing, TakeOutStore takeOut, People people, Dossiers dossiers) {
    this.merging = merging;
    this.erasing = erasing;
    this.takeOut = takeOut;
    this.people = people;
    this.dossiers = dossiers;
  }

  record MergeWith(long with) {}

  record Whole(Person person, Dossiers.Dossier dossier) {}

  @GetMapping
  Whole get(@PathVariable long id) {
    return new Whole(people.get(id), dossiers.of(id));
  }

  record Tracking(boolean untracked) {}

  /** Somebody asked that nobody follow what they open and click, or takes that back. */
  @PutMapping("/tracking")
  Whole track(@PathVariable long id, @RequestBody Tracking tracking) {
    people.get(id);
    people.leaveUntracked(id, tracking.untracked());
    return get(id);
  }

  @GetMapping("/merge")
  Merging.MergePreview mergePreview(@PathVariable long id, @RequestParam long with) {
    return merging.preview(id, with);
  }

  @PostMapping("/merge")
  Merging.Merge merge(@PathVariable long id, @RequestBody MergeWith other) {
    return merging.merge(id, other.with());
  }

  @PostMapping("/unmerge")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void undoMerge(@PathVariable long id) {
    merging.undo(id);
  }

  @PostMapping("/erase")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void erase(@PathVariable long id) {
    erasing.erase(id);
  }

  /** Everything known of them, as a file to hand out (L6). */
  @GetMapping("/everything.json")
  ResponseEntity<Map<String, List<Map<String, Object>>>> everything(@PathVariable long id) {
    people.get(id);
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"everything.json\"")
        .body(takeOut.all(id));
  }
}
