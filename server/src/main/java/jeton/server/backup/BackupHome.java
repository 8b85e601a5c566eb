package jeton.server.backup;

import java.nio.file.Path;
import jeton.core.upkeep.ShelfAddress;
import jeton.server.business.JetonSettings;
import jeton.server.database.DatabaseTools;
import jeton.server.shelf.Shelf;
import jeton.server.shelf.Shelves;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** What this server backs up: its home, and its database by the database's own tools. */
@Component
class BackupHome {
  private final Path home;
  private final Shelves shelves;
  private final Shelf files;
  private final String url;
  private final String user;
  private final String password;

  BackupHome(
      JetonSettings settings,
      Shelves shelves,
      @Value("${jeton.files:}") String files,
      @Value("${spring.datasource.url}") String url,
      @Value("${spring.datasource.username}") String user,
      @Value("${spring.datasource.password}") String password) {
    home = settings.home().toAbsolutePath().normalize();
    this.shelves = shelves;
    this.files = BackedUp.files(home, files, shelves);
    this.url = url;
    this.user = user;
    this.password = password;
  }

  BackedUp backedUp() {
    return new BackedUp(home, files, () -> DatabaseTools.at(url, user, password));
  }

  /** Where back-ups go by a plan. */
  Shelf shelf(String address) {
    return shelves.at(address);
  }

  /** Whether a place is the home itself, or one it keeps its own things in. */
  boolean isOwn(String address) {
    Path folder = Path.of(address).normalize();
    boolean isInFiles = (address + "/").startsWith(files.address() + "/");
    boolean holdsFiles = files.address().startsWith(address + "/");
    return ShelfAddress.meansBucket(address)
        ? isInFiles || holdsFiles
        : folder.equals(home)
            || folder.startsWith(home.resolve("files"))
            || folder.startsWith(home.resolve("database"));
  }
}
