package jeton.server.watch;

import io.micrometer.core.instrument.binder.jvm.ClassLoaderMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmGcMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmMemoryMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmThreadMetrics;
import io.micrometer.core.instrument.binder.system.FileDescriptorMetrics;
import io.micrometer.core.instrument.binder.system.ProcessorMetrics;
import io.micrometer.core.instrument.binder.system.UptimeMetrics;
import io.micrometer.prometheusmetrics.PrometheusConfig;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import java.time.Clock;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.server.database.DueWork;
import org.springframework.boot.health.contributor.CompositeHealthContributor;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.dao.DataAccessException;

/** What is measured, and what health is made of besides the framework's own parts. */
@Configuration
class WatchConfiguration {

  @Bean(destroyMethod = "close")
  PrometheusMeterRegistry measures() {
    PrometheusMeterRegistry registry = new PrometheusMeterRegistry(PrometheusConfig.DEFAULT);
    new JvmMemoryMetrics().bindTo(registry);
    new JvmGcMetrics().bindTo(registry);
    new JvmThreadMetrics().bindTo(registry);
    new ClassLoaderMetrics().bindTo(registry);
    new ProcessorMetrics().bindTo(registry);
    new FileDescriptorMetrics().bindTo(registry);
    new UptimeMetrics().bindTo(registry);
    return registry;
  }

  /** Each kind of work that falls due, by its name: down while some lies too long. */
  @Bean
  CompositeHealthContributor work(List<DueWork> all, Clock clock) {
    return CompositeHealthContributor.fromMap(
        all.stream().collect(Collectors.toMap(DueWork::name, Function.identity())),
        work -> (HealthIndicator) () -> health(work, clock));
  }

  private static Health health(DueWork work, Clock clock) {
    try {
      boolean lies =
          work.oldestDue(clock.instant())
              .filter(since -> since.isBefore(clock.instant().minus(work.patience())))
              .isPresent();
      return (lies ? Health.down() : Health.up()).build();
    } catch (DataAccessException away) {
      return Health.unknown().build();
    }
  }
}
