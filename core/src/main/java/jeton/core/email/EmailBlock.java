package jeton.core.email;

import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/** One block of an email. Whoever makes something of blocks is a {@link Visitor}. */
public sealed interface EmailBlock {
  /** Has a visitor make of this what it makes of its kind. */
  <R> R accept(Visitor<R> visitor);

  /**
   * Something for each kind of block: how it is drawn, written, exported. A new kind is a method
   * here, and the compiler names who lacks it.
   */
  interface Visitor<R> {
    R text(Text text);

    R button(Button button);

    R picture(Picture picture);

    R fileLink(FileLink link);

    R divider(Divider divider);

    R columns(Columns columns);

    R social(Social social);

    R incentive(Incentive incentive);

    R feed(Feed feed);
  }

  /** Addresses of the owner's choice that it leads to, empty ones included. */
  default List<String> hrefs() {
    return List.of();
  }

  /** Its texts that may hold fill-ins. */
  default List<String> texts() {
    return List.of();
  }

  /** The words to press, where there are some. */
  default String label() {
    return "";
  }

  /** Whether it carries the reader's pass. */
  default boolean handsOver() {
    return false;
  }

  /** Whether it is a button that confirms. */
  default boolean confirms() {
    return false;
  }

  /** This block and those in its columns. */
  default Stream<EmailBlock> all() {
    return Stream.of(this);
  }

  /** The same with its writing changed, also that in its columns. */
  default EmailBlock withWriting(UnaryOperator<String> change) {
    return this;
  }

  /** Notes what keeps this from being saved. */
  default void check(BlockCheck check) {}

  /**
   * Writing.
   *
   * @param html small, cleaned HTML (h2, h3, p, strong, em, a, ul, ol, li, blockquote, br) with
   *     fill-ins in text form
   */
  record Text(String html) implements EmailBlock {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.text(this);
    }

    @Override
    public List<String> hrefs() {
      return EmailText.hrefs(html);
    }

    @Override
    public List<String> texts() {
      return List.of(html);
    }

    @Override
    public EmailBlock withWriting(UnaryOperator<String> change) {
      return html.isEmpty() ? this : new Text(change.apply(html));
    }

    @Override
    public void check(BlockCheck check) {
      check.writing("html", html);
    }
  }

  /**
   * A button.
   *
   * @param href where one with target LINK leads
   */
  record Button(String label, EmailButton.Target target, String href) implements EmailBlock {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.button(this);
    }

    @Override
    public List<String> hrefs() {
      return target == EmailButton.Target.LINK ? List.of(href) : List.of();
    }

    @Override
    public List<String> texts() {
      return List.of(label, href);
    }

    @Override
    public boolean handsOver() {
      return target == EmailButton.Target.PASS;
    }

    @Override
    public boolean confirms() {
      return target == EmailButton.Target.CONFIRM && !label.isBlank();
    }

    @Override
    public void check(BlockCheck check) {
      check.label("label", label);
      check.href("href", href);
    }
  }

  /**
   * An uploaded picture.
   *
   * @param picture its content hash; empty while none is chosen
   * @param alt words for those who do not see it
   * @param href where it leads when pressed; empty for nowhere
   */
  record Picture(String picture, String alt, String href) implements EmailBlock {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.picture(this);
    }

    @Override
    public List<String> hrefs() {
      return href.isBlank() ? List.of() : List.of(href);
    }

    @Override
    public List<String> texts() {
      return List.of(href, alt);
    }

    @Override
    public void check(BlockCheck check) {
      check.alt("alt", alt);
      check.href("href", href);
    }
  }

  /** A link in words to the reader's own pass, never to the bare file. */
  record FileLink(String label) implements EmailBlock {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.fileLink(this);
    }

    @Override
    public List<String> texts() {
      return List.of(label);
    }

    @Override
    public boolean handsOver() {
      return true;
    }

    @Override
    public void check(BlockCheck check) {
      check.label("label", label);
    }
  }

  /** A line across. */
  record Divider() implements EmailBlock {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.divider(this);
    }
  }

  /** Two or three columns side by side, one under the other on a phone; no columns in them. */
  record Columns(List<EmailColumn> columns) implements EmailBlock {
    public Columns {
      columns = List.copyOf(columns);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.columns(this);
    }

    @Override
    public Stream<EmailBlock> all() {
      return Stream.concat(
          Stream.of(this),
          columns.stream().flatMap(c -> c.blocks().stream()).flatMap(EmailBlock::all));
    }

    @Override
    public EmailBlock withWriting(UnaryOperator<String> change) {
      return new Columns(columns.stream().map(column -> column.withWriting(change)).toList());
    }

    @Override
    public void check(BlockCheck check) {
      check.when(
          columns.size() < 2 || columns.size() > 3,
          "columns",
          "out_of_range",
          "There are two or three columns.");
      for (int c = 0; c < columns.size(); c++) {
        List<EmailBlock> blocks = columns.get(c).blocks();
        for (int i = 0; i < blocks.size(); i++) {
          BlockCheck inner = check.at("columns[" + c + "].blocks[" + i + "]");
          inner.when(
              blocks.get(i) instanceof Columns, "", "nested", "Columns hold no further columns.");
          blocks.get(i).check(inner);
        }
      }
    }
  }

  /** Where else the business can be found. */
  record Social(List<SocialLink> links) implements EmailBlock {
    private static final int MOST_LINKS = 8;

    public Social {
      links = List.copyOf(links);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.social(this);
    }

    @Override
    public List<String> hrefs() {
      return links.stream().map(SocialLink::href).toList();
    }

    @Override
    public List<String> texts() {
      return hrefs();
    }

    @Override
    public void check(BlockCheck check) {
      check.when(links.size() > MOST_LINKS, "links", "too_many", "At most eight links in a row.");
      for (int i = 0; i < links.size(); i++) {
        check.label("links[" + i + "].name", links.get(i).name());
        check.href("links[" + i + "].href", links.get(i).href());
      }
    }
  }

  /** What the offer gives, as it has it, with a button to the reader's own pass. */
  record Incentive(String label) implements EmailBlock {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.incentive(this);
    }

    @Override
    public List<String> texts() {
      return List.of(label);
    }

    @Override
    public boolean handsOver() {
      return true;
    }

    @Override
    public void check(BlockCheck check) {
      check.label("label", label);
    }
  }

  /**
   * The newest entries of a feed (B7): read once for all readers when the email is set off, and
   * kept with it.
   *
   * @param url of the feed: RSS 2.0, Atom or JSON Feed
   * @param most entries
   */
  record Feed(String url, int most) implements EmailBlock {
    private static final int MOST = 20;

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.feed(this);
    }

    @Override
    public void check(BlockCheck check) {
      check.when(
          !url.matches("https?://[^\\s]{1,1990}"),
          "href",
          "not_an_address",
          "A feed's address begins with https://");
      check.when(most < 1 || most > MOST, "most", "out_of_range", "1 to 20 entries.");
    }
  }

  /** Writing. */
  static EmailBlock text(String html) {
    return new Text(html);
  }

  /** A button. */
  static EmailBlock button(EmailButton button) {
    return new Button(button.label(), button.target(), button.href());
  }

  /** An uploaded picture with words for those who do not see it. */
  static EmailBlock picture(String picture, String alt, String href) {
    return new Picture(picture, alt, href);
  }

  /** A link in words to the reader's pass. */
  static EmailBlock fileLink(String label) {
    return new FileLink(label);
  }

  /** A line across. */
  static EmailBlock divider() {
    return new Divider();
  }

  /** What the offer gives. */
  static EmailBlock incentive(String label) {
    return new Incentive(label);
  }

  /** Side by side; one under the other on a phone. */
  static EmailBlock columns(List<EmailColumn> columns) {
    return new Columns(columns);
  }

  /** Where else the business can be found. */
  static EmailBlock social(List<SocialLink> links) {
    return new Social(links);
  }
}
