package jeton.server.setaside;

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
  SetAside.SetAsideView now() {
    return setAside.now();
  }

  @PostMapping("/try-again")
  SetAside.SetAsideView tryAgain() {
    setAside.tryAgain();
    return setAside.now();
  }
}
