package jeton.core.email;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import jeton.core.problem.Problems;

/**
 * What one version of an email says.
 *
 * @param subject one line with fill-ins
 * @param preview the line a mailbox shows behind the subject; with fill-ins
 * @param blocks from top to bottom
 * @param ownPlain plain text written by hand, with fill-ins; empty: made from the blocks
 * @param linkTags what clicks on its links give and take
 */
public record EmailContent(
    String subject,
    String preview,
    Style style,
    List<EmailBlock> blocks,
    String ownPlain,
    List<LinkTag> linkTags) {
  /** Most characters of a subject. */
  public static final int MOST_SUBJECT = 200;

  /** Most characters of one block's HTML, and of a plain text of one's own. */
  public static final int MOST_BODY = 100_000;

  /** Most blocks, those in columns included. */
  public static final int MOST_BLOCKS = 300;

  /** How an email looks. */
  public enum Style {
    /** On the business's paper: its colours, its mark, pictures. */
    FRAMED,
    /** As a person writes one: words and links only. */
    LETTER
  }

  public EmailContent {
    subject = subject == null ? "" : subject;
    preview = preview == null ? "" : preview;
    style = style == null ? Style.FRAMED : style;
    blocks = blocks == null ? List.of() : List.copyOf(blocks);
    ownPlain = ownPlain == null ? "" : ownPlain;
    linkTags = linkTags == null ? List.of() : List.copyOf(linkTags);
  }

  /** Some writing and at most one button. */
  public EmailContent(String subject, String preview, String html, EmailButton button) {
    this(subject, preview, Style.FRAMED, simple(html, button), "", List.of());
  }

  private static List<EmailBlock> simple(String html, EmailButton button) {
    List<EmailBlock> blocks = new ArrayList<>();
    if (!html.isBlank()) {
      blocks.add(EmailBlock.text(html));
    }
    if (button.target() != EmailButton.Target.NONE) {
      blocks.add(EmailBlock.button(button));
    }
    return blocks;
  }

  /** The same under another subject. */
  public EmailContent withSubject(String other) {
    return new EmailContent(other, preview, style, blocks, ownPlain, linkTags);
  }

  /** The same with other blocks. */
  public EmailContent withBlocks(List<EmailBlock> other) {
    return new EmailContent(subject, preview, style, other, ownPlain, linkTags);
  }

  /** Every block, those in columns included. */
  public Stream<EmailBlock> allBlocks() {
    return blocks.stream().flatMap(EmailBlock::all);
  }

  /** Every block of a kind, those in columns included. */
  <B extends EmailBlock> Stream<B> blocksThatAre(Class<B> kind) {
    return allBlocks().filter(kind::isInstance).map(kind::cast);
  }

  /**
   * Notes what keeps this from being saved: lengths, control characters, unknown fill-ins (F2, S1).
   */
  public void check(String path, FillIns allowed, Problems problems) {
    problems.line(subject, path + ".subject", "The subject", MOST_SUBJECT);
    problems.line(preview, path + ".preview", "The preview line", MOST_SUBJECT);
    problems.text(ownPlain, path + ".ownPlain", "The plain text", MOST_BODY);
    EmailText.checkFillIns(subject, path + ".subject", allowed, problems);
    EmailText.checkFillIns(preview, path + ".preview", allowed, problems);
    EmailText.checkFillIns(ownPlain, path + ".ownPlain", allowed, problems);
    problems.when(
        allBlocks().count() > MOST_BLOCKS,
        path + ".blocks",
        "too_many",
        "An email has at most 300 blocks. Nothing was cut off; take some out or write two emails.");
    for (int i = 0; i < blocks.size(); i++) {
      blocks.get(i).check(new BlockCheck(path + ".blocks[" + i + "]", allowed, problems));
    }
    for (int i = 0; i < linkTags.size(); i++) {
      linkTags.get(i).check(path + ".linkTags[" + i + "]", problems);
    }
  }

  /** Whether the email carries the reader's pass. */
  public boolean handsOver() {
    return allBlocks().anyMatch(EmailBlock::handsOver);
  }

  /** Whether it has the button that confirms. */
  public boolean confirms() {
    return allBlocks().anyMatch(EmailBlock::confirms);
  }

  /** Addresses of the owner's choice that it leads to, in order, empty ones included. */
  public List<String> links() {
    return allBlocks().flatMap(block -> block.hrefs().stream()).toList();
  }

  /**
   * Links that lead nowhere: no address, or one that is not https, http or mailto with something
   * behind it.
   */
  public List<String> deadLinks() {
    return links().stream().filter(link -> !EmailText.leadsSomewhere(link)).toList();
  }

  /** Buttons with words but nowhere to lead. */
  public List<String> buttonsWithoutTarget() {
    return blocksThatAre(EmailBlock.Button.class)
        .filter(button -> button.target() == EmailButton.Target.NONE)
        .map(EmailBlock.Button::label)
        .toList();
  }

  /** Every text of it that may hold fill-ins. */
  public Stream<String> texts() {
    return Stream.concat(
        Stream.of(subject, preview, ownPlain),
        allBlocks().flatMap(block -> block.texts().stream()));
  }
}
