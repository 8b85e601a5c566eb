package jeton.server.smtp;

/** Makes a text fit for DATA (RFC 5321, 4.5.2): a dot at a line's start is doubled. */
final class DotStuffing {
  private DotStuffing() {}

  /** The text with its end, a line of one dot. */
  static byte[] ended(byte[] text) {
    Octets out = new Octets(text.length + 64);
    int from = 0;
    if (text.length > 0 && text[0] == '.') {
      out.write('.');
    }
    for (int i = 0; i + 1 < text.length; i++) {
      if (text[i] == '\n' && text[i + 1] == '.') {
        out.write(text, from, i + 1 - from);
        out.write('.');
        from = i + 1;
      }
    }
    out.write(text, from, text.length - from);
    boolean endsLine = text.length >= 2 && text[text.length - 1] == '\n';
    if (!endsLine) {
      out.write('\r');
      out.write('\n');
    }
    out.write('.');
    out.write('\r');
    out.write('\n');
    return out.toArray();
  }
}
