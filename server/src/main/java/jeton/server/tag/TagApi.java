package jeton.server.tag;

import java.util.List;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Tags over HTTP. */
@RestController
@RequestMapping("/api/tags")
class TagApi {
  private final Tags tags;

  TagApi(Tags tags) {
    this.tags = tags;
  }

  record TagMade(String name) {}

  @GetMapping
  List<Tags.TagCount> all() {
    return tags.all();
  }

  @PostMapping
  List<Tags.TagCount> make(@RequestBody TagMade tag) {
    tags.make(tag.name());
    return tags.all();
  }

  record TagRename(String from, String to) {}

  @PutMapping
  List<Tags.TagCount> rename(@RequestBody TagRename renaming) {
    tags.rename(renaming.from(), renaming.to());
    return tags.all();
  }

  @DeleteMapping
  List<Tags.TagCount> delete(@RequestParam String name) {
    tags.delete(name);
    return tags.all();
  }
}
