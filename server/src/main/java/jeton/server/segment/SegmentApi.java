package jeton.server.segment;

import java.util.List;
import jeton.core.segment.Criterion;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Segments over HTTP. */
@RestController
@RequestMapping("/api/segments")
class SegmentApi {
  private final Segments segments;

  SegmentApi(Segments segments) {
    this.segments = segments;
  }

  record SegmentDraft(String name, Criterion.Group question, int version) {}

  record PeopleFound(long people) {}

  @GetMapping
  List<Segments.Segment> all() {
    return segments.all();
  }

  @PostMapping
  Segments.Segment keep(@RequestBody SegmentDraft draft) {
    return segments.keep(draft.name(), draft.question());
  }

  @PutMapping("/{id}")
  Segments.Segment change(@PathVariable long id, @RequestBody SegmentDraft draft) {
    return segments.change(id, draft.version(), draft.name(), draft.question());
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id) {
    segments.remove(id);
  }

  /** How many a question finds, as one types it. */
  @PostMapping("/count")
  PeopleFound count(@RequestBody Criterion.Group question) {
    return new PeopleFound(segments.count(question));
  }
}
