package jeton.core.email;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import jeton.core.problem.Problems;

/**
 * One block of an email. What a kind does not use is empty.
 *
 * @param html {@link Kind#TEXT}: small, cleaned HTML (h2, h3, p, strong, em, a, ul, ol, li,
 *     blockquote, br) with fill-ins in text form
 * @param label words of a button, a file link or the incentive's button
 * @param target where a {@link Kind#BUTTON} leads
 * @param href where a button with target LINK, or a pressed picture, leads
 * @param picture {@link Kind#PICTURE}: content hash of an uploaded one
 * @param alt words for those who do not see the picture
 * @param columns {@link Kind#COLUMNS}: two or three, each with blocks that are no columns
 * @param links {@link Kind#SOCIAL}
 */
public record EmailBlock(
    Kind kind,
    String html,
    String label,
    EmailButton.Target target,
    String href,
    String picture,
    String alt,
    List<EmailColumn> columns,
    List<SocialLink> links) {
  private static final int MOST_LABEL = 80;
  private static final int MOST_HREF = 2000;
  private static final int MOST_LINKS = 8;

  /** What a block is. */
  public enum Kind {
    TEXT,
    BUTTON,
    PICTURE,
    /** A link to the reader's own pass, never to the bare file. */
    FILE_LINK,
    DIVIDER,
    COLUMNS,
    SOCIAL,
    /** What the offer gives, as it has it, with a button to the reader's own pass. */
    INCENTIVE
  }

  public EmailBlock {
    html = html == null ? "" : html;
    label = label == null ? "" : label;
    target = target == null ? EmailButton.Target.NONE : target;
    href = href == null ? "" : href;
    picture = picture == null ? "" : picture;
    alt = alt == null ? "" : alt;
    columns = columns == null ? List.of() : List.copyOf(columns);
    links = links == null ? List.of() : List.copyOf(links);
  }

  /** Writing. */
  public static EmailBlock text(String html) {
    return plain(Kind.TEXT, html, "");
  }

  /** A button. */
  public static EmailBlock button(EmailButton button) {
    return new EmailBlock(
        Kind.BUTTON,
        "",
        button.label(),
        button.target(),
        button.href(),
        "",
        "",
        List.of(),
        List.of());
  }

  /** An uploaded picture with words for those who do not see it. */
  public static EmailBlock picture(String picture, String alt, String href) {
    return new EmailBlock(
        Kind.PICTURE, "", "", EmailButton.Target.NONE, href, picture, alt, List.of(), List.of());
  }

  /** A link in words to the reader's pass. */
  public static EmailBlock fileLink(String label) {
    return plain(Kind.FILE_LINK, "", label);
  }

  /** A line across. */
  public static EmailBlock divider() {
    return plain(Kind.DIVIDER, "", "");
  }

  /** What the offer gives. */
  public static EmailBlock incentive(String label) {
    return plain(Kind.INCENTIVE, "", label);
  }

  /** Side by side; one under the other on a phone. */
  public static EmailBlock columns(List<EmailColumn> columns) {
    return new EmailBlock(
        Kind.COLUMNS, "", "", EmailButton.Target.NONE, "", "", "", columns, List.of());
  }

  /** Where else the business can be found. */
  public static EmailBlock social(List<SocialLink> links) {
    return new EmailBlock(
        Kind.SOCIAL, "", "", EmailButton.Target.NONE, "", "", "", List.of(), links);
  }

  private static EmailBlock plain(Kind kind, String html, String label) {
    return new EmailBlock(
        kind, html, label, EmailButton.Target.NONE, "", "", "", List.of(), List.of());
  }

  /** This block and those in its columns. */
  public Stream<EmailBlock> all() {
    return Stream.concat(
        Stream.of(this),
        columns.stream().flatMap(c -> c.blocks().stream()).flatMap(EmailBlock::all));
  }

  /** The same with other writing. */
  public EmailBlock withHtml(String other) {
    return new EmailBlock(kind, other, label, target, href, picture, alt, columns, links);
  }

  /** The same with other columns. */
  public EmailBlock withColumns(List<EmailColumn> other) {
    return new EmailBlock(kind, html, label, target, href, picture, alt, other, links);
  }

  /** Whether it carries the reader's pass. */
  public boolean handsOver() {
    return kind == Kind.INCENTIVE
        || kind == Kind.FILE_LINK
        || (kind == Kind.BUTTON && target == EmailButton.Target.PASS);
  }

  /** Whether it is a button that confirms. */
  public boolean confirms() {
    return kind == Kind.BUTTON && target == EmailButton.Target.CONFIRM && !label.isBlank();
  }

  /** Addresses of the owner's choice that it leads to, empty ones included. */
  List<String> hrefs() {
    List<String> hrefs = new ArrayList<>();
    switch (kind) {
      case TEXT -> hrefs.addAll(EmailText.hrefs(html));
      case BUTTON -> {
        if (target == EmailButton.Target.LINK) {
          hrefs.add(href);
        }
      }
      case PICTURE -> {
        if (!href.isBlank()) {
          hrefs.add(href);
        }
      }
      case SOCIAL -> links.forEach(link -> hrefs.add(link.href()));
      case FILE_LINK, DIVIDER, COLUMNS, INCENTIVE -> {}
    }
    return hrefs;
  }

  /** Notes what keeps this from being saved. */
  void check(String path, FillIns allowed, Problems problems) {
    problems.line(label, path + ".label", "The words", MOST_LABEL);
    problems.line(href, path + ".href", "The link", MOST_HREF);
    problems.line(alt, path + ".alt", "The words for the picture", 300);
    problems.text(html, path + ".html", "The text", EmailContent.MOST_BODY);
    EmailText.checkFillIns(html, path + ".html", allowed, problems);
    EmailText.checkFillIns(label, path + ".label", allowed, problems);
    EmailText.checkFillIns(href, path + ".href", allowed, problems);
    EmailText.checkFillIns(alt, path + ".alt", allowed, problems);
    checkColumns(path, allowed, problems);
    problems.when(
        links.size() > MOST_LINKS, path + ".links", "too_many", "At most eight links in a row.");
    for (int i = 0; i < links.size(); i++) {
      problems.line(links.get(i).name(), path + ".links[" + i + "].name", "The words", MOST_LABEL);
      problems.line(links.get(i).href(), path + ".links[" + i + "].href", "The link", MOST_HREF);
      EmailText.checkFillIns(
          links.get(i).href(), path + ".links[" + i + "].href", allowed, problems);
      EmailText.checkFillIns(
          links.get(i).name(), path + ".links[" + i + "].name", allowed, problems);
    }
  }

  private void checkColumns(String path, FillIns allowed, Problems problems) {
    problems.when(
        kind == Kind.COLUMNS && (columns.size() < 2 || columns.size() > 3),
        path + ".columns",
        "out_of_range",
        "There are two or three columns.");
    for (int c = 0; c < columns.size(); c++) {
      List<EmailBlock> blocks = columns.get(c).blocks();
      for (int i = 0; i < blocks.size(); i++) {
        EmailBlock inner = blocks.get(i);
        String where = path + ".columns[" + c + "].blocks[" + i + "]";
        problems.when(
            inner.kind() == Kind.COLUMNS, where, "nested", "Columns hold no further columns.");
        inner.check(where, allowed, problems);
      }
    }
  }
}
