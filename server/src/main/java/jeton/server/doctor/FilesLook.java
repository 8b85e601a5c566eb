package jeton.server.doctor;

import java.io.IOException;
import java.util.List;
import jeton.server.shelf.Shelf;
import jeton.server.shelf.Shelves;

/** Whether the bucket that is named for files takes them. */
final class FilesLook {
  private final Examined install;

  FilesLook(Examined install) {
    this.install = install;
  }

  List<Symptom> look() {
    String address = install.setting("JETON_FILES", "");
    if (address.isEmpty()) {
      return List.of();
    }
    try (Shelf shelf = Shelves.of(install.environment()).at(address)) {
      shelf.open();
      return List.of(Symptom.fine("files", shelf.address() + " takes files"));
    } catch (IOException | IllegalArgumentException trouble) {
      return List.of(
          Symptom.wrong(
              "files",
              trouble.getMessage(),
              "Look at JETON_FILES, and at JETON_S3_ENDPOINT, _REGION, _KEY and _SECRET."));
    }
  }
}
