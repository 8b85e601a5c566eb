package jeton.server.programkey;

import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Keys for programs, in Setup. */
@RestController
@RequestMapping("/api/keys")
class ProgramKeyApi {
  private final ProgramKeys keys;

  ProgramKeyApi(ProgramKeys keys) {
    this.keys = keys;
  }

  record KeyMake(String name, Set<ProgramKeys.May> may) {}

  @GetMapping
  List<ProgramKeys.KeyView> list() {
    return keys.all();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  ProgramKeys.KeyMade make(@RequestBody KeyMake make) {
    return keys.make(
        make.name() == null ? "" : make.name(), make.may() == null ? Set.of() : make.may());
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void revoke(@PathVariable long id) {
    keys.revoke(id);
  }
}
