package jeton.server.tagging;

import java.util.List;
import jeton.server.tag.Tags;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Tags given and taken by hand over HTTP. */
@RestController
class TaggingApi {
  private final Tagging tagging;
  private final Tags tags;

  TaggingApi(Tagging tagging, Tags tags) {
    this.tagging = tagging;
    this.tags = tags;
  }

  record TagByHand(String tag, boolean give) {}

  @PutMapping("/api/people/{id}/tags")
  List<String> change(@PathVariable long id, @RequestBody TagByHand change) {
    tagging.byHand(id, change.tag(), change.give());
    return tags.of(List.of(id)).getOrDefault(id, java.util.Set.of()).stream().sorted().toList();
  }
}
