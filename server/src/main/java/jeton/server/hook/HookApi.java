package jeton.server.hook;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.hook.HookKind;
import jeton.core.hook.HookSettings;
import jeton.server.problem.NotThere;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Hooks over HTTP: what is told, to whom, what was answered (H1). */
@RestController
@RequestMapping("/api/hooks")
class HookApi {
  private static final int PAGE = 50;
  private final Hooks hooks;
  private final HookStore store;
  private final HookSpreading spreading;
  private final HookMessageStore messages;
  private final HookWake wake;
  private final Clock clock;

  HookApi(
      Hooks hooks,
      HookStore store,
      HookSpreading spreading,
      HookMessageStore messages,
      HookWake wake,
      Clock clock) {
    this.hooks = hooks;
    this.store = store;
    this.spreading = spreading;
    this.messages = messages;
    this.wake = wake;
    this.clock = clock;
  }

  /** A hook, and how it fares. */
  record HookView(
      long id,
      String name,
      String url,
      Set<HookKind> kinds,
      Set<Long> offers,
      String secret,
      Hook.State state,
      int version,
      Optional<Instant> failingSince,
      Optional<Instant> nextTryAt,
      Hooks.HookStanding standing) {}

  /** What is asked for; {@code version} is looked at when one is saved. */
  record HookAsked(
      String name, String url, Set<HookKind> kinds, Set<Long> offers, Optional<Integer> version) {
    HookSettings settings() {
      return new HookSettings(name, url, kinds, offers);
    }
  }

  /** Something told, as the log shows it. */
  record HookLine(
      long id,
      String messageId,
      HookKind kind,
      Optional<Long> personId,
      Instant at,
      HookMessage.State state,
      int failures,
      Optional<Instant> triedAt,
      Optional<Instant> dueAt,
      Optional<Integer> status,
      Optional<Integer> tookMs) {
    static HookLine of(HookMessage m) {
      return new HookLine(
          m.id(),
          m.messageId(),
          m.kind(),
          m.personId(),
          m.at(),
          m.state(),
          m.failures(),
          m.triedAt(),
          m.dueAt(),
          m.status(),
          m.tookMs());
    }
  }

  /** What was sent, and what was answered. */
  record HookExchange(HookLine line, String body, Optional<String> answer) {}

  private HookView view(Hook hook) {
    HookSettings settings = hook.settings();
    return new HookView(
        hook.id(),
        settings.name(),
        settings.url(),
        settings.kinds(),
        settings.offers(),
        hook.secret(),
        hook.state(),
        hook.version(),
        hook.failingSince(),
        hook.holdUntil(),
        hooks.standing(hook.id()));
  }

  @GetMapping
  List<HookView> list() {
    return store.all().stream().map(this::view).toList();
  }

  /** The JSON Schema of messages. */
  @GetMapping(value = "/schema", produces = "application/schema+json")
  Resource schema() {
    return new ClassPathResource("hook/hook-1.schema.json");
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  HookView make(@RequestBody HookAsked asked) {
    return view(hooks.make(asked.settings()));
  }

  @PutMapping("/{id}")
  HookView save(@PathVariable long id, @RequestBody HookAsked asked) {
    return view(hooks.save(id, asked.version().orElse(0), asked.settings()));
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id) {
    hooks.remove(id);
  }

  @PutMapping("/{id}/on")
  HookView turnOn(@PathVariable long id) {
    HookView view = view(hooks.turn(id, true));
    wake.now();
    return view;
  }

  @DeleteMapping("/{id}/on")
  HookView pause(@PathVariable long id) {
    return view(hooks.turn(id, false));
  }

  /** Signs with another secret from now on. */
  @PostMapping("/{id}/secret")
  HookView renewSecret(@PathVariable long id) {
    return view(hooks.renewSecret(id));
  }

  /** Sends a message about nobody. */
  @PostMapping("/{id}/test")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void test(@PathVariable long id) {
    spreading.test(id);
    wake.now();
  }

  /** What was told and waits to be, newest first. */
  @GetMapping("/{id}/messages")
  List<HookLine> messages(
      @PathVariable long id,
      @RequestParam Optional<Long> below,
      @RequestParam(defaultValue = "false") boolean failing) {
    hooks.get(id);
    return messages.page(id, below.orElse(Long.MAX_VALUE), failing, PAGE).stream()
        .map(HookLine::of)
        .toList();
  }

  @GetMapping("/{id}/messages/{messageId}")
  HookExchange message(@PathVariable long id, @PathVariable long messageId) {
    HookMessage message = found(id, messageId);
    return new HookExchange(HookLine.of(message), message.body(), message.answer());
  }

  private HookMessage found(long id, long messageId) {
    return messages.find(id, messageId).orElseThrow(() -> new NotThere("This message"));
  }

  /** Tries one now; what was told already is told again, with the same id. */
  @PostMapping("/{id}/messages/{messageId}/again")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void again(@PathVariable long id, @PathVariable long messageId) {
    found(id, messageId);
    messages.again(id, messageId, clock.instant());
    wake.now();
  }

  /** Tries all now that wait for their time. */
  @PostMapping("/{id}/again")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void allAgain(@PathVariable long id) {
    hooks.get(id);
    store.hold(id, clock.instant());
    messages.dueNow(id, clock.instant());
    wake.now();
  }
}
