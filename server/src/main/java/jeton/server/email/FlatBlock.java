package jeton.server.email;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailColumn;
import jeton.core.email.SocialLink;

/**
 * A block of an email as it is written down in JSON, in documents and over HTTP: one shape for all
 * kinds. What a kind does not use is empty, and passed over when read.
 *
 * @param html {@link EmailBlock.Text}: small, cleaned HTML with fill-ins in text form
 * @param label words of a button, a file link or the incentive's button
 * @param target where a button leads
 * @param href where a button with target LINK, or a pressed picture, leads
 * @param picture content hash of an uploaded picture
 * @param alt words for those who do not see the picture
 * @param columns two or three, each with blocks that are no columns
 * @param links a row of links elsewhere
 * @param most entries of a feed, whose address is the href
 */
@Schema(name = "EmailBlock")
record FlatBlock(
    Kind kind,
    String html,
    String label,
    EmailButton.Target target,
    String href,
    String picture,
    String alt,
    List<EmailColumn> columns,
    List<SocialLink> links,
    Integer most) {
  /** What a block is. */
  enum Kind {
    TEXT,
    BUTTON,
    PICTURE,
    FILE_LINK,
    DIVIDER,
    COLUMNS,
    SOCIAL,
    INCENTIVE,
    FEED
  }

  FlatBlock {
    most = most == null ? 0 : most;
    html = Optional.ofNullable(html).orElse("");
    label = Optional.ofNullable(label).orElse("");
    target = Optional.ofNullable(target).orElse(EmailButton.Target.NONE);
    href = Optional.ofNullable(href).orElse("");
    picture = Optional.ofNullable(picture).orElse("");
    alt = Optional.ofNullable(alt).orElse("");
    columns = columns == null ? List.of() : List.copyOf(columns);
    links = links == null ? List.of() : List.copyOf(links);
  }

  private FlatBlock(Kind kind) {
    this(kind, "", "", EmailButton.Target.NONE, "", "", "", List.of(), List.of(), 0);
  }

  static FlatBlock of(EmailBlock block) {
    return block.accept(new Flattening());
  }

  /**
   * The block itself.
   *
   * @throws IllegalArgumentException without a kind
   */
  EmailBlock block() {
    if (kind == null) {
      throw new IllegalArgumentException("A block of an email needs a kind.");
    }
    return switch (kind) {
      case TEXT -> new EmailBlock.Text(html);
      case BUTTON -> new EmailBlock.Button(label, target, href);
      case PICTURE -> new EmailBlock.Picture(picture, alt, href);
      case FILE_LINK -> new EmailBlock.FileLink(label);
      case DIVIDER -> new EmailBlock.Divider();
      case COLUMNS -> new EmailBlock.Columns(columns);
      case SOCIAL -> new EmailBlock.Social(links);
      case INCENTIVE -> new EmailBlock.Incentive(label);
      case FEED -> new EmailBlock.Feed(href, most);
    };
  }

  private FlatBlock withHtml(String other) {
    return new FlatBlock(kind, other, label, target, href, picture, alt, columns, links, most);
  }

  private FlatBlock withLabel(String other) {
    return new FlatBlock(kind, html, other, target, href, picture, alt, columns, links, most);
  }

  private FlatBlock leadingTo(EmailButton.Target where, String address) {
    return new FlatBlock(kind, html, label, where, address, picture, alt, columns, links, most);
  }

  private FlatBlock showing(String hash, String words) {
    return new FlatBlock(kind, html, label, target, href, hash, words, columns, links, most);
  }

  private FlatBlock withColumns(List<EmailColumn> other) {
    return new FlatBlock(kind, html, label, target, href, picture, alt, other, links, most);
  }

  private FlatBlock withLinks(List<SocialLink> other) {
    return new FlatBlock(kind, html, label, target, href, picture, alt, columns, other, most);
  }

  private record Flattening() implements EmailBlock.Visitor<FlatBlock> {
    @Override
    public FlatBlock text(EmailBlock.Text text) {
      return new FlatBlock(Kind.TEXT).withHtml(text.html());
    }

    @Override
    public FlatBlock button(EmailBlock.Button button) {
      return new FlatBlock(Kind.BUTTON)
          .withLabel(button.label())
          .leadingTo(button.target(), button.href());
    }

    @Override
    public FlatBlock picture(EmailBlock.Picture picture) {
      return new FlatBlock(Kind.PICTURE)
          .showing(picture.picture(), picture.alt())
          .leadingTo(EmailButton.Target.NONE, picture.href());
    }

    @Override
    public FlatBlock fileLink(EmailBlock.FileLink link) {
      return new FlatBlock(Kind.FILE_LINK).withLabel(link.label());
    }

    @Override
    public FlatBlock divider(EmailBlock.Divider divider) {
      return new FlatBlock(Kind.DIVIDER);
    }

    @Override
    public FlatBlock columns(EmailBlock.Columns columns) {
      return new FlatBlock(Kind.COLUMNS).withColumns(columns.columns());
    }

    @Override
    public FlatBlock social(EmailBlock.Social social) {
      return new FlatBlock(Kind.SOCIAL).withLinks(social.links());
    }

    @Override
    public FlatBlock incentive(EmailBlock.Incentive incentive) {
      return new FlatBlock(Kind.INCENTIVE).withLabel(incentive.label());
    }

    @Override
    public FlatBlock feed(EmailBlock.Feed feed) {
      return new FlatBlock(
          Kind.FEED,
          "",
          "",
          EmailButton.Target.NONE,
          feed.url(),
          "",
          "",
          List.of(),
          List.of(),
          feed.most());
    }
  }
}
