package jeton.server.dossier;

import java.time.Instant;
import java.util.List;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Notes about people. */
@Repository
class NoteStore {
  private final JdbcClient db;

  NoteStore(JdbcClient db) {
    this.db = db;
  }

  List<Notes.Note> of(long personId) {
    return db.sql(
            "SELECT id, author, words, at FROM person_note WHERE person_id = :id ORDER BY id DESC")
        .param("id", personId)
        .query(
            (row, n) ->
                new Notes.Note(
                    row.getLong("id"),
                    row.getString("author"),
                    row.getString("words"),
                    Utc.read(row, "at")))
        .list();
  }

  void add(long personId, String author, String words, Instant now) {
    db.sql(
            "INSERT INTO person_note (person_id, author, words, at) VALUES (:id, :author, :words, :now)")
        .param("id", personId)
        .param("author", author)
        .param("words", words)
        .param("now", Utc.bind(now))
        .update();
  }

  boolean remove(long personId, long noteId) {
    return 1
        == db.sql("DELETE FROM person_note WHERE id = :note AND person_id = :id")
            .param("note", noteId)
            .param("id", personId)
            .update();
  }
}
