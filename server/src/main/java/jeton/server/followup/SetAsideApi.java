package jeton.server.followup;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the engine could not move on, over HTTP. */
@RestController
@RequestMapping("/api/set-aside")
class SetAsideApi {
  private final SetAside setAside;

  SetAsideApi(SetAside setAside) {
    this.setAside = setAside;
  }

  @GetMapping
  List<SetAside.Line> lines() {
    return setAside.lines();
  }

  @PostMapping("/try-again")
  List<SetAside.Line> tryAgain() {
    setAside.tryAgain();
    return setAside.lines();
  }
}
