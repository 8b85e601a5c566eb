package jeton.server.today;

import java.util.List;
import jeton.server.amiss.InstallTroubles;
import jeton.server.mail.EngineWatch;
import jeton.server.setaside.SetAside;
import org.springframework.stereotype.Component;

/** What works by itself, and does not just now. */
@Component
class Attention {
  private final EngineWatch engine;
  private final SetAside setAside;
  private final InstallTroubles amiss;

  Attention(EngineWatch engine, SetAside setAside, InstallTroubles amiss) {
    this.engine = engine;
    this.setAside = setAside;
    this.amiss = amiss;
  }

  EngineWatch.Standing mail() {
    return engine.standing();
  }

  SetAside.SetAsideView runs() {
    return setAside.now();
  }

  List<InstallTroubles.InstallTrouble> amiss() {
    return amiss.now();
  }
}
