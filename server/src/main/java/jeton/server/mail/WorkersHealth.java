package jeton.server.mail;

import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Whether anybody is there to send: if not, only a restart helps. A part of liveness. */
@Component("workers")
class WorkersHealth implements HealthIndicator {
  private final Dispatcher dispatcher;

  WorkersHealth(Dispatcher dispatcher) {
    this.dispatcher = dispatcher;
  }

  @Override
  public Health health() {
    return (dispatcher.isWithoutWorkers() ? Health.down() : Health.up()).build();
  }
}
