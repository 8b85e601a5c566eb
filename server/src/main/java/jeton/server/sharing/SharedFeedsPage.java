package jeton.server.sharing;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Optional;
import jeton.server.people.People;
import jeton.server.people.PeopleExport;
import jeton.server.programkey.ProgramKeys;
import jeton.server.request.AskLimit;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/**
 * {@code /feeds/{key}}: calendars and spreadsheets can send no headers, so the key stands in the
 * address. It may do nothing else.
 */
@Controller
class SharedFeedsPage {
  // Programs ask a few times a day; kept by each instance for itself.
  private static final int BURST = 20;
  private static final int PER_MINUTE = 20;

  private final ProgramKeys keys;
  private final EmailCalendar calendar;
  private final PeopleExport people;
  private final AskLimit limit;

  SharedFeedsPage(ProgramKeys keys, EmailCalendar calendar, PeopleExport people, Clock clock) {
    this.keys = keys;
    this.calendar = calendar;
    this.people = people;
    this.limit = new AskLimit(clock, BURST, PER_MINUTE);
  }

  @GetMapping("/feeds/{key}/emails.ics")
  ResponseEntity<byte[]> emails(@PathVariable String key, HttpServletRequest request) {
    check(key, request);
    return ResponseEntity.ok()
        .contentType(new MediaType("text", "calendar", StandardCharsets.UTF_8))
        .cacheControl(CacheControl.noStore())
        .body(calendar.write().getBytes(StandardCharsets.UTF_8));
  }

  @GetMapping("/feeds/{key}/people.csv")
  void people(@PathVariable String key, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    check(key, request);
    response.setHeader("Cache-Control", "no-store");
    people.write(
        People.Filter.of("", Optional.empty(), Optional.empty(), Optional.empty()), response);
  }

  /** Guessing a key is asking too often, too. */
  private void check(String key, HttpServletRequest request) {
    if (!limit.take(request.getRemoteAddr())) {
      throw new ResponseStatusException(HttpStatus.TOO_MANY_REQUESTS);
    }
    if (!keys.mayBy("Bearer " + key, ProgramKeys.May.READ_FEEDS)) {
      throw new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
  }
}
