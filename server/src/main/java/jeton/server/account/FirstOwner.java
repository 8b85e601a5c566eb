package jeton.server.account;

import jeton.server.business.JetonSettings;
import jeton.server.business.PublicUrl;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * On the very first start: the owner named in the environment, or a one-time link for whoever reads
 * the console.
 */
@Component
class FirstOwner {
  private final Owners owners;
  private final JetonSettings settings;
  private final PublicUrl publicUrl;

  FirstOwner(Owners owners, JetonSettings settings, PublicUrl publicUrl) {
    this.owners = owners;
    this.settings = settings;
    this.publicUrl = publicUrl;
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(0)
  void ready() {
    if (!owners.any()) {
      if (settings.ownerEmail().isBlank()) {
        System.out.println("Make your account: " + publicUrl.of("/app/welcome/" + owners.invite()));
      } else {
        owners.make(settings.ownerEmail(), settings.ownerPassword());
      }
    }
    System.out.println("Jeton is ready at " + publicUrl.of(""));
  }
}
