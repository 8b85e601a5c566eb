package jeton.core.incentive;

/**
 * A part of what an offer gives, as it is shown: the form's answer, the confirmed page, the pass's
 * page, emails, previews and rehearsals all draw from these. In an email, values that differ from
 * reader to reader are fill-ins.
 */
public sealed interface Part {

  /**
   * Something that draws parts.
   *
   * @param <R> what a part becomes
   */
  interface Visitor<R> {
    R file(File file);

    R code(Code code);

    R link(Link link);

    R words(Words words);

    R piece(Piece piece);

    R outcome(Outcome outcome);
  }

  /** Has itself drawn. */
  <R> R accept(Visitor<R> visitor);

  /**
   * A file to take away.
   *
   * @param size in words
   * @param href where it lies
   */
  record File(String name, String size, String href) implements Part {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.file(this);
    }
  }

  /**
   * A code to copy.
   *
   * @param worth what it is worth, in words
   * @param code as it is shown
   * @param terms sentences to know; may be empty
   * @param told where a page tells that it was seen or copied; empty for nowhere
   */
  record Code(String worth, String code, String terms, String told) implements Part {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.code(this);
    }
  }

  /** A way on: a button that leads elsewhere. */
  record Link(String label, String href) implements Part {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.link(this);
    }
  }

  /** A paragraph. */
  record Words(String text) implements Part {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.words(this);
    }
  }

  /**
   * What something played came to.
   *
   * @param words plain text, paragraphs apart by an empty line
   * @param picture where it lies; empty for none
   * @param label words of its button; empty for none
   * @param href where the button leads
   * @param share where it can be passed on; empty for nowhere (Q11)
   * @param told where a page tells that it was looked at; empty for nowhere (G5)
   */
  record Outcome(
      String title,
      String words,
      String picture,
      String label,
      String href,
      String share,
      String told)
      implements Part {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.outcome(this);
    }
  }

  /**
   * A piece of a page that is read and played where it stands.
   *
   * @param title above it; may be empty
   * @param note beside the title: a length, a size, when it opens; may be empty
   * @param shown what is behind the title; {@link Shown.Later} before it opens
   */
  record Piece(String title, String note, Shown shown) implements Part {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.piece(this);
    }
  }
}
