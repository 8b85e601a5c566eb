package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import java.util.Map;
import java.util.Objects;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

class ConnectionsTest {
  private final TestServer server = TestServer.get();
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final TransactionOperations tx = server.bean(TransactionOperations.class);

  /** Of the transaction's own connection. */
  private long prepared() {
    Map<String, Object> status =
        db.sql("SHOW SESSION STATUS LIKE 'Com_stmt_prepare'").query().singleRow();
    return Long.parseLong(Objects.toString(status.get("VALUE")));
  }

  private long secrets(String name) {
    return db.sql("SELECT COUNT(*) FROM secret WHERE name = :name")
        .param("name", name)
        .query(Long.class)
        .single();
  }

  private void keep(String name) {
    db.sql("INSERT INTO secret (name, value) VALUES (:name, :value)")
        .param("name", name)
        .param("value", new byte[] {1})
        .update();
  }

  @Test
  void aStatementThatBindsNull_isPreparedOnce() {
    tx.executeWithoutResult(
        status -> {
          prepared();
          long before = prepared();
          for (int n = 0; n < 5; n++) {
            db.sql("SELECT COUNT(*) FROM person WHERE zone <=> :zone AND id < 0")
                .param("zone", null)
                .query(Long.class)
                .single();
          }
          assertThat(prepared() - before).isEqualTo(1);
        });
  }

  @Test
  void everyConnection_isReadCommitted_whateverTheDatabaseItselfIs() {
    String ours = "SELECT @@SESSION.tx_isolation";
    HikariPoolMXBean pool = server.bean(HikariDataSource.class).getHikariPoolMXBean();
    db.sql("SET GLOBAL tx_isolation = 'REPEATABLE-READ'").update();
    try {
      pool.softEvictConnections();
      assertThat(db.sql(ours).query(String.class).single()).isEqualTo("READ-COMMITTED");
      assertThat(tx.<String>execute(status -> db.sql(ours).query(String.class).single()))
          .isEqualTo("READ-COMMITTED");
    } finally {
      db.sql("SET GLOBAL tx_isolation = 'READ-COMMITTED'").update();
    }
  }

  @Test
  void outsideATransaction_aStatementCommitsByItself() {
    keep("kept at once");
    assertThat(secrets("kept at once")).isEqualTo(1);
    db.sql("DELETE FROM secret WHERE name = 'kept at once'").update();
  }

  @Test
  void insideATransaction_nothingIsKept_whenItFails() {
    assertThatThrownBy(
            () ->
                tx.executeWithoutResult(
                    status -> {
                      keep("never kept");
                      throw new IllegalStateException("in the middle");
                    }))
        .hasMessage("in the middle");
    assertThat(secrets("never kept")).isZero();
  }
}
