package jeton.server.mail;

import java.util.List;
import java.util.Optional;
import jeton.server.dkim.Dkim;
import jeton.server.dkim.DnsRecords;
import jeton.server.problem.Refused;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The mail engine over HTTP: what waits and what failed, and the signing key. */
@RestController
@RequestMapping("/api/mail")
class EngineApi {
  private final Engine engine;
  private final EngineWatch watch;
  private final Dkim dkim;
  private final DnsRecords records;

  EngineApi(Engine engine, EngineWatch watch, Dkim dkim, DnsRecords records) {
    this.engine = engine;
    this.watch = watch;
    this.dkim = dkim;
    this.records = records;
  }

  /** These emails. */
  record Chosen(List<Long> ids) {
    List<Long> some() {
      if (ids == null || ids.isEmpty()) {
        throw new Refused("ids", "none", "Choose the emails first.");
      }
      return ids;
    }
  }

  record EmailsChanged(int emails) {}

  record SigningView(Optional<Dkim.SigningKey> key, List<DnsRecords.DnsRecord> records) {}

  record SigningChange(boolean on) {}

  @GetMapping("/outbox")
  EngineWatch.EngineView outbox(@RequestParam(defaultValue = "TROUBLED") EngineWatch.Pile pile) {
    return watch.view(pile);
  }

  @PostMapping("/outbox/try-now")
  EmailsChanged tryNow() {
    return new EmailsChanged(engine.tryNow());
  }

  @PostMapping("/outbox/retry")
  EmailsChanged retry(@RequestBody Chosen chosen) {
    return new EmailsChanged(engine.retry(chosen.some()));
  }

  /** All that failed, whatever they failed for. */
  @PostMapping("/outbox/retry-all")
  EmailsChanged retryAll() {
    return new EmailsChanged(engine.tryNow() + engine.retryGivenUp());
  }

  @PostMapping("/outbox/give-up")
  EmailsChanged giveUp(@RequestBody Chosen chosen) {
    return new EmailsChanged(engine.giveUp(chosen.some()));
  }

  /** All that is in trouble. */
  @PostMapping("/outbox/give-up-all")
  EmailsChanged giveUpAll() {
    return new EmailsChanged(engine.giveUpTroubled());
  }

  /** Ends a halt; returns the view of what is troubled. */
  @PostMapping("/go-on")
  EngineWatch.EngineView goOn() {
    engine.goOn();
    return watch.view(EngineWatch.Pile.TROUBLED);
  }

  @GetMapping("/signing")
  SigningView signing() {
    return new SigningView(dkim.key(), records.check());
  }

  @PostMapping("/signing")
  SigningView makeKey() {
    dkim.make();
    return signing();
  }

  @PutMapping("/signing")
  SigningView turn(@RequestBody SigningChange change) {
    dkim.turn(change.on());
    return signing();
  }
}
