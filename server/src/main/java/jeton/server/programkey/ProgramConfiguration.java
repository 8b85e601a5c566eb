package jeton.server.programkey;

import java.time.Clock;
import jeton.server.business.JetonSettings;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What stands before what programs ask. */
@Configuration
class ProgramConfiguration {
  @Bean
  FilterRegistrationBean<ProgramGate> programGate(
      ProgramKeys keys, SentTwice sentTwice, JetonSettings settings, Clock clock) {
    FilterRegistrationBean<ProgramGate> filter =
        new FilterRegistrationBean<>(new ProgramGate(keys, sentTwice, settings, clock));
    filter.addUrlPatterns(
        "/api/coupons/*", "/api/purchases", "/api/purchases/*", "/api/programs/*");
    return filter;
  }
}
