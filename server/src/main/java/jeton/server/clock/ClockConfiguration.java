package jeton.server.clock;

import java.time.Clock;
import java.time.Duration;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;

/** The one clock, in steps of a millisecond as the database keeps them. The demo brings its own. */
@Configuration
@EnableScheduling
class ClockConfiguration {

  @Bean
  @ConditionalOnProperty(name = "jeton.clock", havingValue = "system", matchIfMissing = true)
  Clock clock() {
    return Clock.tick(Clock.systemUTC(), Duration.ofMillis(1));
  }
}
