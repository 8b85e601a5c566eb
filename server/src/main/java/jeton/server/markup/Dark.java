package jeton.server.markup;

/** How emails look where the reader's screen is dark. */
public final class Dark {
  private static final String MEDIA = "@media (prefers-color-scheme: dark)";

  /** For a style sheet. Mail programs that know it set the paper dark and the words light. */
  static final String STYLE =
      MEDIA
          + " { body, body > div { background: #111A17 !important }"
          + " .paper, .paper > table, .paper table { background: #1B2723 !important }"
          + " .box, .paper .box { background: #24332E !important }"
          + " .words div, .words p, .words h2, .words h3, .letter, .letter p { color: #ECE7DB !important }"
          + " .foot div, .mark div { color: #A9B5AF !important }"
          + " .words a, .foot a, .letter a { color: #8FC9B9 !important } }";

  private Dark() {}

  /** The same email as a dark screen shows it, wherever it is looked at. */
  public static String forced(String html) {
    return html.replace(MEDIA, "@media all");
  }
}
