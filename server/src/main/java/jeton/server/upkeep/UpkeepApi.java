package jeton.server.upkeep;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.upkeep.KeptKind;
import jeton.core.upkeep.UpkeepSettings;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Upkeep over HTTP. */
@RestController
@RequestMapping("/api/upkeep")
class UpkeepApi {
  private final Upkeep upkeep;

  UpkeepApi(Upkeep upkeep) {
    this.upkeep = upkeep;
  }

  /**
   * What is kept for a while only.
   *
   * @param usualDays unless the owner says otherwise
   * @param lookedAt when it was last looked through, if ever
   * @param forgotten how much was forgotten since ever
   */
  record KeptView(
      KeptKind kind, int usualDays, int leastDays, Optional<Instant> lookedAt, long forgotten) {}

  /** How the install keeps itself up. */
  record UpkeepView(
      int version, UpkeepSettings settings, Optional<Instant> plannedSince, List<KeptView> kept) {}

  /** What is asked for, and the version it was made from. */
  record UpkeepAsked(int version, UpkeepSettings settings) {}

  @GetMapping
  UpkeepView upkeep() {
    return view(upkeep.now());
  }

  @PutMapping
  UpkeepView save(@RequestBody UpkeepAsked asked) {
    return view(upkeep.save(asked.version(), asked.settings()));
  }

  private UpkeepView view(Upkeep.Plan plan) {
    Map<KeptKind, Upkeep.Forgotten> forgotten = upkeep.forgotten();
    return new UpkeepView(
        plan.version(),
        plan.settings(),
        plan.plannedSince(),
        Arrays.stream(KeptKind.values())
            .map(kind -> kept(kind, Optional.ofNullable(forgotten.get(kind))))
            .toList());
  }

  private static KeptView kept(KeptKind kind, Optional<Upkeep.Forgotten> forgotten) {
    return new KeptView(
        kind,
        kind.usualDays(),
        kind.leastDays(),
        forgotten.map(Upkeep.Forgotten::at),
        forgotten.map(Upkeep.Forgotten::inAll).orElse(0L));
  }
}
