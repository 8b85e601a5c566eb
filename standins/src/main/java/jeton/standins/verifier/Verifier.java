package jeton.standins.verifier;

import java.util.Locale;
import jeton.standins.samplesite.SampleSite;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * Says whether an address works. It knows of none: those that begin with {@code gone.} are bad, the
 * rest are good.
 */
@RestController
public class Verifier {

  record Answer(String verdict) {}

  /** The sample site's feed, at an address that stays the same when the site's own does not. */
  @GetMapping(path = "/standins/journal.xml", produces = "application/rss+xml;charset=UTF-8")
  String journal() {
    return SampleSite.feed();
  }

  @GetMapping("/standins/verifier")
  Answer verify(@RequestParam String address) {
    return new Answer(address.toLowerCase(Locale.ROOT).startsWith("gone.") ? "bad" : "good");
  }
}
