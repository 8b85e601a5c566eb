package jeton.server.segment;

import jeton.server.database.DocumentColumn;
import jeton.server.tag.TagListener;
import jeton.server.tag.TagRenaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A tag's new name in kept questions about people. */
@Component
class SegmentTags implements TagListener {
  private final JdbcClient db;

  SegmentTags(JdbcClient db) {
    this.db = db;
  }

  @Override
  public void renamed(TagRenaming tag) {
    DocumentColumn.versioned(db, "segment", "question").changeAll(tag::in);
  }
}
