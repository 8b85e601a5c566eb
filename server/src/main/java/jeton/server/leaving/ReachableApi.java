package jeton.server.leaving;

import java.time.Instant;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** People made reachable again, over HTTP. */
@RestController
@RequestMapping("/api")
class ReachableApi {
  private final Reachable reachable;

  ReachableApi(Reachable reachable) {
    this.reachable = reachable;
  }

  record UnreachableCount(long people) {}

  record Since(Instant since) {}

  record UndoOf(Instant at) {}

  @GetMapping("/unreachable")
  UnreachableCount count(@RequestParam Instant since) {
    return new UnreachableCount(reachable.count(since));
  }

  @PostMapping("/unreachable/reachable-again")
  Reachable.Again allSince(@RequestBody Since since) {
    return reachable.allSince(since.since());
  }

  @PostMapping("/unreachable/undo")
  UnreachableCount undo(@RequestBody UndoOf undo) {
    return new UnreachableCount(reachable.undo(undo.at()));
  }

  @PostMapping("/people/{id}/reachable-again")
  Reachable.Again again(@PathVariable long id) {
    return reachable.again(id);
  }
}
