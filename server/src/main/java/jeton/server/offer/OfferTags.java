package jeton.server.offer;

import jeton.server.database.DocumentColumn;
import jeton.server.tag.TagListener;
import jeton.server.tag.TagRenaming;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * A tag's new name in offers: what they give, and what their confirmations and hand-overs say and
 * do.
 */
@Component
class OfferTags implements TagListener {
  private final JdbcClient db;

  OfferTags(JdbcClient db) {
    this.db = db;
  }

  @Override
  public void renamed(TagRenaming tag) {
    DocumentColumn.versioned(db, "offer", "gives").changeAll(tag::in);
    DocumentColumn.versioned(db, "offer", "confirm").changeAll(tag::in);
    DocumentColumn.versioned(db, "offer", "hand_over").changeAll(tag::in);
  }
}
