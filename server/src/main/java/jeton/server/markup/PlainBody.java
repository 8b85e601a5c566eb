package jeton.server.markup;

import java.util.List;
import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;

/** The plain-text part of an email, made from its blocks unless the owner wrote one. */
public final class PlainBody implements EmailBlock.Visitor<String> {
  private final Gift gift;

  private PlainBody(Gift gift) {
    this.gift = gift;
  }

  /** With fill-ins, and with the foot every email has. */
  static String text(EmailParts parts) {
    String own = parts.content().ownPlain();
    StringBuilder text =
        new StringBuilder(
            own.isBlank() ? made(parts.content().blocks(), parts.gift()) : own.strip());
    text.append("\n\n-- \n")
        .append(parts.ours() ? "Sent by Jeton for " : "")
        .append(parts.business().name())
        .append('\n')
        .append(parts.business().postalAddress());
    if (parts.mayLeave()) {
      text.append("\n\nLeave the list: {{leave_link}}");
    }
    return text.append('\n').toString();
  }

  /** Blocks that show nothing of an offer, as text. */
  public static String made(List<EmailBlock> blocks) {
    return made(blocks, Gift.NONE);
  }

  /** The blocks as text, without the foot: what an owner takes over by hand. */
  public static String made(List<EmailBlock> blocks, Gift gift) {
    PlainBody body = new PlainBody(gift);
    return blocks.stream()
        .map(block -> block.accept(body))
        .filter(words -> !words.isBlank())
        .collect(Collectors.joining("\n\n"));
  }

  @Override
  public String text(EmailBlock.Text text) {
    return BodyHtml.plain(text.html());
  }

  @Override
  public String button(EmailBlock.Button button) {
    return link(button.label(), EmailParts.href(button));
  }

  @Override
  public String picture(EmailBlock.Picture picture) {
    return picture.alt().isBlank() ? "" : "[" + picture.alt() + "]";
  }

  @Override
  public String fileLink(EmailBlock.FileLink link) {
    return link(link.label(), "{{pass_link}}");
  }

  @Override
  public String divider(EmailBlock.Divider divider) {
    return "* * *";
  }

  @Override
  public String columns(EmailBlock.Columns columns) {
    return columns.columns().stream()
        .map(column -> made(column.blocks(), gift))
        .collect(Collectors.joining("\n\n"));
  }

  @Override
  public String social(EmailBlock.Social social) {
    return social.links().stream()
        .map(link -> link.href().isBlank() ? link.name() : link.name() + ": " + link.href())
        .collect(Collectors.joining("\n"));
  }

  /**
   * What its newest entries are is known when the email is set off: they are blocks of their own.
   */
  @Override
  public String feed(EmailBlock.Feed feed) {
    return "";
  }

  @Override
  public String incentive(EmailBlock.Incentive incentive) {
    String given = PlainGift.drawn(gift);
    return given + "\n\n" + link(EmailParts.incentiveLabel(incentive), "{{pass_link}}");
  }

  private static String link(String label, String href) {
    return label.isBlank() || href.isEmpty() ? "" : label + ":\n" + href;
  }
}
