package jeton.server.backup;

import java.nio.file.Path;
import jeton.server.business.JetonSettings;
import jeton.server.database.DatabaseTools;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** What this server backs up: its home, and its database by the database's own tools. */
@Component
class BackupHome {
  private final Path home;
  private final String url;
  private final String user;
  private final String password;

  BackupHome(
      JetonSettings settings,
      @Value("${spring.datasource.url}") String url,
      @Value("${spring.datasource.username}") String user,
      @Value("${spring.datasource.password}") String password) {
    home = settings.home().toAbsolutePath().normalize();
    this.url = url;
    this.user = user;
    this.password = password;
  }

  Path home() {
    return home;
  }

  DatabaseTools tools() {
    return DatabaseTools.at(url, user, password);
  }

  /** Whether a folder is the home itself, or one it keeps its own things in. */
  boolean isOwn(Path folder) {
    return folder.equals(home)
        || folder.startsWith(home.resolve("files"))
        || folder.startsWith(home.resolve("database"));
  }
}
