package jeton.server.mailing;

import jeton.server.database.DocumentColumn;
import jeton.server.tag.TagListener;
import jeton.server.tag.TagRenaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A tag's new name in emails to many, and what of them is going out. */
@Component
class MailingTags implements TagListener {
  private final JdbcClient db;

  MailingTags(JdbcClient db) {
    this.db = db;
  }

  @Override
  public void renamed(TagRenaming tag) {
    DocumentColumn.versioned(db, "mailing", "settings").changeAll(tag::in);
    new DocumentColumn(db, "issue", "settings").changeAll(tag::in);
    new DocumentColumn(db, "issue", "question").changeAll(tag::in);
  }
}
