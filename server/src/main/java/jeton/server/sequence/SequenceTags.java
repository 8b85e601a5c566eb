package jeton.server.sequence;

import jeton.server.database.DocumentColumn;
import jeton.server.tag.TagListener;
import jeton.server.tag.TagRenaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A tag's new name in sequences and their steps. */
@Component
class SequenceTags implements TagListener {
  private final JdbcClient db;

  SequenceTags(JdbcClient db) {
    this.db = db;
  }

  @Override
  public void renamed(TagRenaming tag) {
    DocumentColumn.versioned(db, "sequence", "rules").changeAll(tag::in);
    new DocumentColumn(
            db,
            "step",
            "rules",
            "UPDATE sequence SET version = version + 1 WHERE id = (SELECT sequence_id FROM step WHERE id = :id)")
        .changeAll(tag::in);
  }
}
