package jeton.server.people;

import java.util.List;
import jeton.core.people.ListSettings;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Lists over HTTP. */
@RestController
@RequestMapping("/api/lists")
class ListApi {
  private final Lists lists;

  ListApi(Lists lists) {
    this.lists = lists;
  }

  @GetMapping
  List<Lists.ListCount> all() {
    return lists.all();
  }

  @PostMapping
  List<Lists.ListCount> make(@RequestBody ListSettings settings) {
    return lists.make(settings);
  }

  @PutMapping("/{id}")
  List<Lists.ListCount> change(@PathVariable long id, @RequestBody ListSettings settings) {
    return lists.change(id, settings);
  }

  @DeleteMapping("/{id}")
  List<Lists.ListCount> remove(@PathVariable long id) {
    return lists.remove(id);
  }
}
