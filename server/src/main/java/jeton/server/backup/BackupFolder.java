package jeton.server.backup;

import java.io.IOException;
import java.util.Optional;
import jeton.core.upkeep.BackupPlan;
import jeton.server.shelf.Shelf;
import jeton.server.upkeep.PlanCheck;
import org.springframework.stereotype.Component;

/** Tries a place before a plan with it is saved. */
@Component
class BackupFolder implements PlanCheck {
  private final BackupHome home;

  BackupFolder(BackupHome home) {
    this.home = home;
  }

  @Override
  public Optional<String> fault(BackupPlan plan) {
    if (home.isOwn(plan.folder())) {
      return Optional.of("That is where Jeton keeps what is backed up. Name another place.");
    }
    try (Shelf shelf = home.shelf(plan.folder())) {
      Backups.claim(shelf);
      return Optional.empty();
    } catch (BackupTrouble trouble) {
      return Optional.of(trouble.getMessage() + ".");
    } catch (IOException trouble) {
      return Optional.of("Jeton cannot use this: " + trouble.getMessage() + ".");
    }
  }
}
