package jeton.server.email;

import java.util.List;
import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;

/** The plain-text part of an email, made from its blocks unless the owner wrote one. */
final class PlainBody {
  private final EmailParts parts;

  PlainBody(EmailParts parts) {
    this.parts = parts;
  }

  /** With fill-ins, and with the foot every email has. */
  String text() {
    String own = parts.content().ownPlain();
    StringBuilder text =
        new StringBuilder(own.isBlank() ? made(parts.content().blocks()) : own.strip());
    text.append("\n\n-- \n")
        .append(parts.business().name())
        .append('\n')
        .append(parts.business().postalAddress());
    if (parts.mayLeave()) {
      text.append("\n\nLeave the list: {{leave_link}}");
    }
    return text.append('\n').toString();
  }

  /** The blocks as text, without the foot: what an owner takes over by hand. */
  static String made(List<EmailBlock> blocks) {
    return blocks.stream()
        .map(PlainBody::block)
        .filter(words -> !words.isBlank())
        .collect(Collectors.joining("\n\n"));
  }

  private static String block(EmailBlock block) {
    return switch (block.kind()) {
      case TEXT -> BodyHtml.plain(block.html());
      case BUTTON -> link(block.label(), EmailParts.href(block));
      case FILE_LINK -> link(block.label(), "{{pass_link}}");
      case INCENTIVE -> link(EmailParts.incentiveLabel(block), "{{pass_link}}");
      case PICTURE -> block.alt().isBlank() ? "" : "[" + block.alt() + "]";
      case DIVIDER -> "* * *";
      case SOCIAL ->
          block.links().stream()
              .map(link -> link.name() + ": " + link.href())
              .collect(Collectors.joining("\n"));
      case COLUMNS ->
          block.columns().stream()
              .map(column -> made(column.blocks()))
              .collect(Collectors.joining("\n\n"));
    };
  }

  private static String link(String label, String href) {
    return label.isBlank() || href.isEmpty() ? "" : label + ":\n" + href;
  }
}
