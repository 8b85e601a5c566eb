package jeton.server.database;

import java.sql.BatchUpdateException;
import java.sql.SQLException;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.support.SQLExceptionSubclassTranslator;
import org.springframework.jdbc.support.SQLExceptionTranslator;
import org.springframework.stereotype.Component;

/**
 * What went wrong in a batch is told by what went wrong with its statement: the driver says nothing
 * of it in the batch's own state, and what met another's transaction would not be done again.
 */
@Component
class BatchTroubleTranslator implements SQLExceptionTranslator {
  private final SQLExceptionTranslator usual = new SQLExceptionSubclassTranslator();

  @Override
  public DataAccessException translate(String task, String sql, SQLException trouble) {
    SQLException one = trouble;
    while (one instanceof BatchUpdateException && one.getCause() instanceof SQLException inner) {
      one = inner;
    }
    return usual.translate(task, sql, one);
  }
}
