package jeton.server.database;

import com.zaxxer.hikari.HikariDataSource;
import java.sql.Connection;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.jdbc.autoconfigure.DataSourceProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.core.InfrastructureProxy;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.transaction.PlatformTransactionManager;

/**
 * The pool, made for short transactions. Its connections rest with auto-commit off, so that a
 * transaction does not have to switch it off and on again: two of a sign-up's seven round trips. A
 * statement outside any transaction commits by itself all the same.
 */
@Configuration
class Connections {

  @Bean
  @ConfigurationProperties("spring.datasource.hikari")
  HikariDataSource pool(DataSourceProperties properties) {
    HikariDataSource pool =
        properties.initializeDataSourceBuilder().type(HikariDataSource.class).build();
    pool.setAutoCommit(false);
    // Whatever the server's own default: a lock is taken to see what others have committed. Said on
    // each connection, since the pool's own setting compares with what the first one came with.
    pool.setConnectionInitSql("SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED");
    return pool;
  }

  /** Transactions take their connections from the pool as they rest. */
  @Bean
  PlatformTransactionManager transactionManager(@Qualifier("pool") HikariDataSource pool) {
    return new JdbcTransactionManager(pool);
  }

  /**
   * Every transaction that is not begun by an annotation. Also those of the sessions, by the name
   * that their keeper asks for: each minute it clears away what has run out, and that may meet
   * somebody's request in a deadlock.
   */
  @Bean({"transactions", "springSessionTransactionOperations"})
  @Primary
  Transactions transactions(PlatformTransactionManager manager) {
    return new Transactions(manager);
  }

  /** What statements use: the transaction's connection, or one that commits by itself. */
  @Bean
  @Primary
  DataSource dataSource(@Qualifier("pool") HikariDataSource pool) {
    return new Committing(pool);
  }

  /** The proxy's marker makes the transaction's connection be found under the pool's name. */
  private static final class Committing extends DelegatingDataSource
      implements InfrastructureProxy {
    Committing(DataSource pool) {
      super(pool);
    }

    @Override
    public Connection getConnection() throws SQLException {
      Connection connection = super.getConnection();
      connection.setAutoCommit(true);
      return connection;
    }

    @Override
    public Object getWrappedObject() {
      return getTargetDataSource();
    }
  }
}
