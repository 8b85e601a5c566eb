package jeton.server;

import jeton.server.database.Start;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The server, as {@code ./jeton serve} starts it. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class JetonServer {

  public static void main(String[] args) {
    Start.orExplain(() -> Start.with(JetonServer.class, args));
  }
}
