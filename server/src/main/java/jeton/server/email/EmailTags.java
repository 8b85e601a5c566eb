package jeton.server.email;

import jeton.server.database.DocumentColumn;
import jeton.server.tag.TagListener;
import jeton.server.tag.TagRenaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A tag's new name in emails that sequences share, and layouts: what their links give and take. */
@Component
class EmailTags implements TagListener {
  private final JdbcClient db;

  EmailTags(JdbcClient db) {
    this.db = db;
  }

  @Override
  public void renamed(TagRenaming tag) {
    new DocumentColumn(
            db,
            "email",
            "content",
            "UPDATE email SET version = version + 1 WHERE id = :id",
            // A sequence is written together with its emails.
            "UPDATE sequence s JOIN step t ON t.sequence_id = s.id SET s.version = s.version + 1 WHERE t.email_id = :id")
        .changeAll(tag::in);
    new DocumentColumn(db, "email_layout", "content").changeAll(tag::in);
  }
}
