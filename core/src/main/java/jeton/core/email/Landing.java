package jeton.core.email;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;

/** Where a value lands, and so how it is escaped (rule F2). */
public enum Landing {
  /** A plain-text body: control characters become spaces. */
  PLAIN {
    @Override
    String escape(String value) {
      return value.replaceAll("\\p{Cc}+", " ");
    }
  },
  /** HTML text or a double-quoted attribute. */
  HTML {
    @Override
    String escape(String value) {
      return value
          .replace("&", "&amp;")
          .replace("<", "&lt;")
          .replace(">", "&gt;")
          .replace("\"", "&quot;")
          .replace("'", "&#39;");
    }
  },
  /** A mail header: no control character can begin another header. */
  HEADER {
    @Override
    String escape(String value) {
      return value.replaceAll("\\p{Cc}+", " ").strip();
    }
  },
  /** A part of a URL (RFC 3986 percent-encoding of UTF-8). */
  URL {
    @Override
    String escape(String value) {
      return URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
    }
  };

  abstract String escape(String value);
}
