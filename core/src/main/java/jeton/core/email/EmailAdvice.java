package jeton.core.email;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Advice on an email while it is written. It keeps nobody from sending. */
public final class EmailAdvice {
  private static final int LONG_SUBJECT = 60;
  private static final int LONG_PREVIEW = 110;
  private static final int MANY_LINKS = 8;
  private static final int HEAVY_BYTES = 100_000;
  private static final Pattern FILL_IN =
      Pattern.compile("\\{\\{(\\w+)}}(\\{\\{\\^\\1}}(.*?)\\{\\{/\\1}})?", Pattern.DOTALL);

  private final EmailContent email;
  private final Map<String, String> whenUnknown;
  private final int bytes;
  private final List<Advice> lines = new ArrayList<>();

  private EmailAdvice(EmailContent email, Map<String, String> whenUnknown, int bytes) {
    this.email = email;
    this.whenUnknown = whenUnknown;
    this.bytes = bytes;
  }

  /**
   * One piece of advice.
   *
   * @param code stable
   * @param field what it is about: subject, preview or blocks
   * @param message what and why, in one line
   */
  public record Advice(String code, String field, String message) {}

  /**
   * What could be better.
   *
   * @param whenUnknown the business's words per fill-in name (F1)
   * @param bytes how large the HTML is
   */
  public static List<Advice> of(EmailContent email, Map<String, String> whenUnknown, int bytes) {
    return new EmailAdvice(email, whenUnknown, bytes).look();
  }

  private List<Advice> look() {
    lookAtSubject();
    lookAtPreview();
    emptyFillIns(email)
        .forEach(
            name ->
                add(
                    "empty_fill_in",
                    "blocks",
                    "{{"
                        + name
                        + "}} leaves a hole where it is not known. Give it words for that."));
    when(
        email.links().size() > MANY_LINKS,
        "many_links",
        "blocks",
        email.links().size() + " links: one thing to do is followed more often than many.");
    when(
        bytes > HEAVY_BYTES,
        "heavy",
        "blocks",
        "It is larger than 100 kB: some mailboxes cut it off and hide the rest.");
    email
        .blocksThatAre(EmailBlock.Picture.class)
        .filter(picture -> picture.alt().isBlank())
        .forEach(
            picture ->
                add(
                    "picture_without_words",
                    "blocks",
                    "A picture has no words. Many mailboxes show none at first, and some readers never see it."));
    return List.copyOf(lines);
  }

  private void lookAtSubject() {
    String subject = withoutFillIns(email.subject()).strip();
    if (email.subject().isBlank()) {
      add("empty_subject", "subject", "Without a subject few open it, and filters distrust it.");
      return;
    }
    when(
        length(subject) > LONG_SUBJECT,
        "long_subject",
        "subject",
        "The subject is longer than 60 characters: phones cut it off.");
    when(
        isShouting(subject),
        "shouting",
        "subject",
        "Capitals and rows of exclamation marks read like shouting, also to filters.");
  }

  private void lookAtPreview() {
    String preview = withoutFillIns(email.preview()).strip();
    when(
        email.preview().isBlank(),
        "no_preview",
        "preview",
        "Without a preview line mailboxes show the first words of the text.");
    when(
        !preview.isEmpty() && preview.equalsIgnoreCase(withoutFillIns(email.subject()).strip()),
        "repeated_preview",
        "preview",
        "The preview line says the same as the subject. It can say what comes next.");
    when(
        length(preview) > LONG_PREVIEW,
        "long_preview",
        "preview",
        "The preview line is longer than 110 characters: its end is not shown.");
  }

  /** Fill-ins without words for when they are not known, of which that can happen. */
  public static Set<String> emptyFillIns(EmailContent email, Map<String, String> whenUnknown) {
    return new EmailAdvice(email, whenUnknown, 0).emptyFillIns(email);
  }

  private Set<String> emptyFillIns(EmailContent content) {
    return content
        .texts()
        .flatMap(text -> FILL_IN.matcher(text).results())
        .filter(place -> FillIns.whenWriting(place.group(1)).mayBeUnknown())
        .filter(place -> place.group(3) == null || place.group(3).isBlank())
        .map(place -> place.group(1))
        .filter(name -> whenUnknown.getOrDefault(name, "").isBlank())
        .collect(Collectors.toCollection(java.util.TreeSet::new));
  }

  /** More capitals than small letters over a few words, or two exclamation marks. */
  static boolean isShouting(String subject) {
    long capitals = subject.codePoints().filter(Character::isUpperCase).count();
    long small = subject.codePoints().filter(Character::isLowerCase).count();
    Matcher marks = Pattern.compile("!\\s*!|!.*!").matcher(subject);
    return (capitals >= 6 && capitals > small) || marks.find();
  }

  private static int length(String text) {
    return text.codePointCount(0, text.length());
  }

  private static String withoutFillIns(String text) {
    // A name is about this long; what it really is differs from reader to reader.
    return FILL_IN.matcher(text).replaceAll("Aoife");
  }

  private void when(boolean wrong, String code, String field, String message) {
    if (wrong) {
      add(code, field, message);
    }
  }

  private void add(String code, String field, String message) {
    lines.add(new Advice(code, field, message));
  }
}
