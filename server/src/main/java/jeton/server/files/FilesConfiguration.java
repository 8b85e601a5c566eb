package jeton.server.files;

import java.time.Clock;
import jeton.server.business.JetonSettings;
import jeton.server.shelf.Shelves;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.util.unit.DataSize;

/** Where contents are kept: {@code files/} of the home, unless a bucket is named for them. */
@Configuration
class FilesConfiguration {

  @Bean
  FileStore fileStore(
      @Value("${jeton.files:}") String address,
      @Value("${jeton.files-copies:10GB}") DataSize copies,
      JetonSettings settings,
      Shelves shelves) {
    FolderFileStore folder = new FolderFileStore(settings.home().resolve("files"));
    if (address.isEmpty()) {
      return folder;
    }
    return new BucketFileStore(shelves.at(address), folder, copies.toBytes(), Clock.systemUTC());
  }
}
