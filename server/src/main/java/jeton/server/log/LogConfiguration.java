package jeton.server.log;

import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;

/** Requests get their number before anything else sees them. */
@Configuration
class LogConfiguration {

  @Bean
  FilterRegistrationBean<RequestNumber> requestNumber() {
    FilterRegistrationBean<RequestNumber> filter =
        new FilterRegistrationBean<>(new RequestNumber());
    filter.setOrder(Ordered.HIGHEST_PRECEDENCE);
    return filter;
  }
}
