package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.BatchUpdateException;
import java.sql.SQLException;
import java.sql.SQLTransactionRollbackException;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.jdbc.BadSqlGrammarException;
import org.springframework.jdbc.core.JdbcTemplate;

/** What is done again, though the driver tells it by a batch that says nothing. */
class BatchTroubleTranslatorTest {
  private final JdbcTemplate template = TestServer.get().bean(JdbcTemplate.class);

  @Test
  void aBatchThatMetAnothersTransaction_isDoneAgain() {
    SQLException met = new SQLTransactionRollbackException("Deadlock found", "40001", 1213);
    BatchUpdateException batch = new BatchUpdateException("", null, 0, new int[0], met);
    // As the driver wraps it when statements are sent one after the other.
    BatchUpdateException wrapped = new BatchUpdateException(batch);
    assertThat(template.getExceptionTranslator().translate("a batch", null, wrapped))
        .isInstanceOf(TransientDataAccessException.class);
  }

  @Test
  void whatIsNoBatch_isToldAsBefore() {
    assertThat(
            template
                .getExceptionTranslator()
                .translate("a question", "SELEC 1", new SQLException("syntax", "42000", 1064)))
        .isInstanceOf(BadSqlGrammarException.class);
  }
}
