package jeton.server.database;

import java.io.IOException;
import java.net.BindException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HashMap;
import java.util.Map;
import java.util.TimeZone;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.web.server.PortInUseException;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Starts an application on its database: the one named in JETON_DB_URL, else a private one under
 * JETON_HOME. The environment it reads is that of docs/commands.md.
 */
public final class Start {
  private Start() {}

  /** Starts; the private database stops after everything else has. */
  public static ConfigurableApplicationContext with(Class<?> application, String... args) {
    return with(application, Map.of(), args);
  }

  /** Starts with further properties, which the command line can still override. */
  public static ConfigurableApplicationContext with(
      Class<?> application, Map<String, Object> more, String... args) {
    // DATETIME columns hold UTC; the driver reads and writes them in the JVM's zone.
    TimeZone.setDefault(TimeZone.getTimeZone("UTC"));
    System.setProperty(
        "jeton.log.to", setting("JETON_LOG_FILE", "").isEmpty() ? "console" : "file");
    Path home = Path.of(setting("JETON_HOME", System.getProperty("user.home") + "/.jeton"));
    ownedByUsAlone(home);
    Map<String, Object> properties = new HashMap<>();
    properties.put("server.port", setting("JETON_PORT", "8080"));
    properties.put("server.address", setting("JETON_ADDRESS", "127.0.0.1"));
    properties.put("jeton.home", home.toString());
    String url = setting("JETON_DB_URL", "");
    if (url.isEmpty()) {
      PrivateDatabase database = PrivateDatabase.start(home.resolve("database"));
      SpringApplication.getShutdownHandlers().add(database::close);
      datasource(properties, database.url("jeton"), database.user(), database.password());
    } else {
      datasource(
          properties,
          DatabaseUrl.unpipelined(url),
          setting("JETON_DB_USER", "jeton"),
          setting("JETON_DB_PASSWORD", ""));
    }
    set(properties, "jeton.public-url", "JETON_PUBLIC_URL");
    set(properties, "jeton.smtp-url", "JETON_SMTP_URL");
    set(properties, "jeton.verifier-url", "JETON_VERIFIER_URL");
    properties.put("jeton.private-networks", setting("JETON_PRIVATE_NETWORKS", "false"));
    set(properties, "jeton.secret-key", "JETON_SECRET_KEY");
    set(properties, "jeton.proxies", "JETON_PROXIES");
    set(properties, "jeton.metrics-key", "JETON_METRICS_KEY");
    set(properties, "jeton.owner-email", "JETON_OWNER_EMAIL");
    set(properties, "jeton.owner-password", "JETON_OWNER_PASSWORD");
    properties.putAll(more);
    SpringApplication spring = new SpringApplication(application);
    spring.setWebApplicationType(WebApplicationType.SERVLET);
    spring.setDefaultProperties(properties);
    spring.setBannerMode(org.springframework.boot.Banner.Mode.OFF);
    spring.setLogStartupInfo(false);
    return spring.run(args);
  }

  /** Runs a start; when it fails, says why in one line and ends the process. */
  public static void orExplain(Runnable start) {
    try {
      start.run();
    } catch (RuntimeException failed) {
      System.err.println("Jeton could not start: " + explain(failed));
      if (System.getenv("JETON_DEBUG") != null) {
        failed.printStackTrace();
      }
      System.exit(1);
    }
  }

  private static String explain(Throwable failed) {
    for (Throwable cause = failed; cause != null; cause = cause.getCause()) {
      if (cause instanceof PortInUseException taken) {
        return "port "
            + taken.getPort()
            + " is already taken. Stop what uses it, or choose another with --port.";
      }
      if (cause instanceof BindException) {
        return "the port is already taken. Stop what uses it, or choose another with --port.";
      }
      if (cause instanceof DatabaseTrouble) {
        return cause.getMessage();
      }
    }
    Throwable root = failed;
    while (root.getCause() != null) {
      root = root.getCause();
    }
    return root.getMessage() + " (set JETON_DEBUG=1 for the details)";
  }

  /** Whoever else has an account on this machine sees nothing of the home. */
  private static void ownedByUsAlone(Path home) {
    try {
      Files.createDirectories(home);
      Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwx------"));
    } catch (IOException | UnsupportedOperationException notOurs) {
      System.err.println(
          "Jeton cannot keep " + home + " for itself alone: others may read what is in it.");
    }
  }

  private static void datasource(
      Map<String, Object> properties, String url, String user, String password) {
    properties.put("spring.datasource.url", url);
    properties.put("spring.datasource.username", user);
    properties.put("spring.datasource.password", password);
  }

  private static void set(Map<String, Object> properties, String name, String variable) {
    properties.put(name, setting(variable, ""));
  }

  private static String setting(String name, String otherwise) {
    String value = System.getProperty(name, System.getenv(name));
    return value == null || value.isBlank() ? otherwise : value;
  }
}
