package jeton.server.beginning;

import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The first hour over HTTP. */
@RestController
@RequestMapping("/api/beginning")
class BeginningApi {
  private final Beginning beginning;

  BeginningApi(Beginning beginning) {
    this.beginning = beginning;
  }

  @PutMapping("/{mark}")
  Beginning.FirstHour note(@PathVariable Beginning.HourMark mark) {
    beginning.note(mark);
    return beginning.now();
  }

  /** Brings back the list that was put away. */
  @DeleteMapping("/PUT_AWAY")
  Beginning.FirstHour bringBack() {
    beginning.bringBack();
    return beginning.now();
  }
}
