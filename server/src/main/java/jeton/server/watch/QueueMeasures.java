package jeton.server.watch;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.ToDoubleFunction;
import jeton.server.database.DueWork;
import org.apache.tomcat.util.threads.ThreadPoolExecutor;
import org.springframework.boot.tomcat.TomcatWebServer;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/** Ages of what waits, and how full the pools are; looked at when somebody asks. */
@Component
class QueueMeasures {
  // However often it is asked for, by however many: one look.
  private static final Duration LOOKS_EVERY = Duration.ofSeconds(5);
  private final MeterRegistry measures;
  private final Clock clock;
  private final LoadingCache<DueWork, Double> ages;

  QueueMeasures(MeterRegistry measures, List<DueWork> all, HikariDataSource pool, Clock clock) {
    this.measures = measures;
    this.clock = clock;
    ages = Caffeine.newBuilder().expireAfterWrite(LOOKS_EVERY).build(this::age);
    for (DueWork work : all) {
      Gauge.builder("jeton.work.behind", work, ages::get)
          .description("For how long the oldest piece of work lies that might be done by now")
          .baseUnit("seconds")
          .tag("work", work.name())
          .strongReference(true)
          .register(measures);
    }
    pooled(pool, "active", HikariPoolMXBean::getActiveConnections);
    pooled(pool, "idle", HikariPoolMXBean::getIdleConnections);
    pooled(pool, "awaited", HikariPoolMXBean::getThreadsAwaitingConnection);
  }

  private double age(DueWork work) {
    try {
      Instant now = clock.instant();
      return work.oldestDue(now)
          .map(since -> Math.max(0, Duration.between(since, now).toMillis() / 1000.0))
          .orElse(0.0);
    } catch (DataAccessException away) {
      return Double.NaN;
    }
  }

  private void pooled(
      HikariDataSource pool, String state, ToDoubleFunction<HikariPoolMXBean> reads) {
    Gauge.builder(
            "jeton.database.connections",
            pool,
            all ->
                all.getHikariPoolMXBean() == null
                    ? 0
                    : reads.applyAsDouble(all.getHikariPoolMXBean()))
        .description("Connections to the database, and how many ask for one in vain")
        .tag("state", state)
        .register(measures);
  }

  @EventListener
  void listensNow(WebServerInitializedEvent started) {
    if (started.getWebServer() instanceof TomcatWebServer tomcat
        && tomcat.getTomcat().getConnector().getProtocolHandler().getExecutor()
            instanceof ThreadPoolExecutor threads) {
      Gauge.builder("jeton.requests.threads", threads, ThreadPoolExecutor::getActiveCount)
          .description("Threads that answer a request just now")
          .register(measures);
    }
  }
}
