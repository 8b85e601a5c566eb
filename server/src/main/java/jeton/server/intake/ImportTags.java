package jeton.server.intake;

import jeton.server.database.DocumentColumn;
import jeton.server.tag.TagListener;
import jeton.server.tag.TagRenaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A tag's new name in what imports give those in them. */
@Component
class ImportTags implements TagListener {
  private final JdbcClient db;

  ImportTags(JdbcClient db) {
    this.db = db;
  }

  @Override
  public void renamed(TagRenaming tag) {
    new DocumentColumn(db, "person_import", "plan").changeAll(tag::in);
  }
}
