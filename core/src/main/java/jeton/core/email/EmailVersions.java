package jeton.core.email;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.trial.Difference;

/** Two versions of an email (X1). */
public final class EmailVersions {
  private EmailVersions() {}

  /** In what version B differs. */
  public static List<Difference> differences(EmailContent a, EmailContent b) {
    String reads = reads(a);
    String others = reads(b);
    Difference.Found found =
        new Difference.Found()
            .of("Subject", a.subject(), b.subject())
            .of("Preview line", a.preview(), b.preview())
            .of("Style", style(a), style(b))
            .writing("Writing", reads, others);
    if (reads.equals(others)) {
      found.shown("Blocks", a.blocks(), b.blocks());
    }
    return found
        .writing("Plain text", a.ownPlain(), b.ownPlain())
        .shown("Tags of links", a.linkTags(), b.linkTags())
        .list();
  }

  private static String style(EmailContent email) {
    return email.style() == EmailContent.Style.LETTER ? "Letter" : "Framed";
  }

  private static String reads(EmailContent email) {
    return email
        .allBlocks()
        .flatMap(block -> Stream.concat(block.texts().stream(), Stream.of(block.label())))
        .filter(words -> !words.isBlank())
        .distinct()
        .collect(Collectors.joining(" "));
  }
}
