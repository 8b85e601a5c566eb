package jeton.server.upkeep;

import java.util.Optional;
import jeton.core.upkeep.BackupPlan;

/** Whether a plan can be followed on this machine. */
public interface PlanCheck {

  /** What keeps it from that, in words; asked when a folder is named anew or back-ups turned on. */
  Optional<String> fault(BackupPlan plan);
}
