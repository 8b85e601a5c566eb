package jeton.server.database;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The address of a database that somebody named: {@code jdbc:mariadb://host:port/schema}, or
 * several hosts of which one answers, {@code jdbc:mariadb:sequential://host,host/schema}.
 *
 * @param host the first of them
 * @param port of that host
 */
record DatabaseUrl(String host, int port, String schema) {
  private static final int USUAL_PORT = 3306;
  private static final Pattern PARTS =
      Pattern.compile(
          "jdbc:mariadb:(?:[a-z-]+:)?//([^/:,?]+)(?::(\\d{1,5}))?(?:,[^/?]*)?/([^/?]+)(?:\\?.*)?");
  private static final String UNPIPELINED = "disablePipeline=true";

  static DatabaseUrl of(String url) {
    Matcher parts = PARTS.matcher(url);
    if (!parts.matches()) {
      throw new DatabaseTrouble(
          "JETON_DB_URL is not like jdbc:mariadb://host:3306/jeton, or ://node1,node2,node3/jeton",
          null);
    }
    String port = parts.group(2);
    return new DatabaseUrl(
        parts.group(1), port == null ? USUAL_PORT : Integer.parseInt(port), parts.group(3));
  }

  /**
   * The same address, without asking a second thing before the first is answered. A node of a
   * replicated database that undoes a transaction for another's sake answers such a pair by one
   * answer too few; from then on each statement on that connection reads the answer of the one
   * before it, and what was undone passes for done.
   */
  static String unpipelined(String url) {
    if (url.contains("disablePipeline=")) {
      return url;
    }
    return url + (url.contains("?") ? "&" : "?") + UNPIPELINED;
  }
}
