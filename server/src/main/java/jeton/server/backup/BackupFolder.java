package jeton.server.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import jeton.core.upkeep.BackupPlan;
import jeton.server.upkeep.PlanCheck;
import org.springframework.stereotype.Component;

/** Tries a folder before a plan with it is saved. */
@Component
class BackupFolder implements PlanCheck {
  private final BackupHome home;

  BackupFolder(BackupHome home) {
    this.home = home;
  }

  @Override
  public Optional<String> fault(BackupPlan plan) {
    Path folder = Path.of(plan.folder()).normalize();
    if (home.isOwn(folder)) {
      return Optional.of("That is where Jeton keeps what is backed up. Name another folder.");
    }
    try {
      Backups.claim(folder);
    } catch (BackupTrouble trouble) {
      return Optional.of(trouble.getMessage() + ".");
    } catch (IOException trouble) {
      return Optional.of("Jeton cannot make this folder: " + trouble.getMessage());
    }
    return Files.isWritable(folder)
        ? Optional.empty()
        : Optional.of("Jeton may not write into this folder.");
  }
}
