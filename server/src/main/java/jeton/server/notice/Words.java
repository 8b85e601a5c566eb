package jeton.server.notice;

/**
 * What people wrote, made safe to stand in an email of ours: nothing of it is a fill-in or HTML.
 */
final class Words {
  private Words() {}

  /** In a subject or another line of plain text. */
  static String line(String text) {
    return text.replaceAll("\\p{Cc}+", " ").replace("{{", "{ {").strip();
  }

  /** Within HTML. */
  static String html(String text) {
    return line(text)
        .replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
