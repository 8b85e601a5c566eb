package jeton.server.doctor;

import java.nio.file.Path;
import java.util.Map;

/**
 * The install that is looked at, as {@code serve} would find it.
 *
 * @param environment what docs/commands.md names
 * @param dnsServer host and port of the name server to ask; empty for the system's
 */
record Examined(Map<String, String> environment, String dnsServer) {

  String setting(String name, String otherwise) {
    String value = environment.getOrDefault(name, "");
    return value.isBlank() ? otherwise : value;
  }

  Path home() {
    return Path.of(setting("JETON_HOME", System.getProperty("user.home") + "/.jeton"));
  }

  int port() {
    return Integer.parseInt(setting("JETON_PORT", "8080"));
  }

  String publicUrl() {
    return setting("JETON_PUBLIC_URL", "");
  }

  boolean hasOwnDatabase() {
    return setting("JETON_DB_URL", "").isEmpty();
  }
}
