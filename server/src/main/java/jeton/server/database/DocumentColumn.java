package jeton.server.database;

import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A column of documents in a table whose rows are numbered by {@code id}. */
public final class DocumentColumn {
  private static final int PAGE = 200;
  private final JdbcClient db;
  private final String table;
  private final String column;
  private final List<String> also;

  /**
   * @param also what is done besides for each row that changes, named {@code :id}: the versions
   *     that grow, so that whoever has the document open does not write over it
   */
  public DocumentColumn(JdbcClient db, String table, String column, String... also) {
    this.db = db;
    this.table = table;
    this.column = column;
    this.also = List.of(also);
  }

  /** In a table whose rows have a version. */
  public static DocumentColumn versioned(JdbcClient db, String table, String column) {
    return new DocumentColumn(
        db, table, column, "UPDATE %s SET version = version + 1 WHERE id = :id".formatted(table));
  }

  /** Changes a document, or leaves it as it is. */
  public interface Change {
    /** Empty when there is nothing to change. */
    Optional<String> in(String document);
  }

  private record Row(long id, String document) {}

  /** Changes all of them, in the caller's transaction, a page in memory at a time. */
  public void changeAll(Change change) {
    long after = 0;
    List<Row> page = page(after);
    while (!page.isEmpty()) {
      for (Row row : page) {
        change.in(row.document()).ifPresent(document -> write(row.id(), document));
        after = row.id();
      }
      page = page(after);
    }
  }

  private List<Row> page(long after) {
    return db.sql(
            ("SELECT id, %s AS document FROM %s WHERE id > :after AND %s IS NOT NULL"
                    + " ORDER BY id LIMIT %d FOR UPDATE")
                .formatted(column, table, column, PAGE))
        .param("after", after)
        .query((row, n) -> new Row(row.getLong("id"), row.getString("document")))
        .list();
  }

  private void write(long id, String document) {
    db.sql("UPDATE %s SET %s = :document WHERE id = :id".formatted(table, column))
        .param("id", id)
        .param("document", document)
        .update();
    also.forEach(sql -> db.sql(sql).param("id", id).update());
  }
}
