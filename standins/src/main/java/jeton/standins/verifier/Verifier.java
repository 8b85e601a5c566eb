package jeton.standins.verifier;

import java.util.Locale;
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

  @GetMapping("/standins/verifier")
  Answer verify(@RequestParam String address) {
    return new Answer(address.toLowerCase(Locale.ROOT).startsWith("gone.") ? "bad" : "good");
  }
}
