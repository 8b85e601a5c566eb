package jeton.server.business;

import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Where visitors reach this install; links in emails begin with it. */
@Component
public class PublicUrl {
  private volatile String base;

  PublicUrl(JetonSettings settings) {
    this.base = settings.publicUrl().replaceAll("/+$", "");
  }

  @EventListener
  void started(WebServerInitializedEvent event) {
    if (base.isEmpty() && event.getApplicationContext().getServerNamespace() == null) {
      base = "http://127.0.0.1:" + event.getWebServer().getPort();
    }
  }

  /** The address of a path that begins with a slash. */
  public String of(String path) {
    return base + path;
  }
}
