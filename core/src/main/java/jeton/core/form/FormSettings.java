package jeton.core.form;

import java.util.List;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/**
 * What a form says and asks, and how it looks.
 *
 * @param headline first words
 * @param text paragraphs, split by empty lines
 * @param points up to eight bullet points
 * @param picture content hash of a picture, empty for none
 * @param pictureWords what the picture shows, for those who do not see it
 * @param fields in the order asked; exactly one email field, which is required
 * @param button words of the button
 * @param known what somebody already on the list is told
 */
public record FormSettings(
    String headline,
    String text,
    List<String> points,
    String picture,
    String pictureWords,
    List<FormField> fields,
    ConsentBox consent,
    String button,
    Looks looks,
    KnownVisitor known) {
  /** Most bullet points. */
  public static final int MOST_POINTS = 8;

  public FormSettings {
    points = List.copyOf(points);
    fields = List.copyOf(fields);
    known = known == null ? KnownVisitor.NOT_TOLD : known;
  }

  /** What keeps this from being saved. */
  public List<Problem> check() {
    Problems problems = new Problems();
    problems.line(headline, "headline", "The headline", 200);
    problems.when(headline.isBlank(), "headline", "empty", "A page needs a headline.");
    problems.text(text, "text", "The text", 5000);
    problems.when(
        points.size() > MOST_POINTS, "points", "too_many", "At most eight points. Take one out.");
    for (int i = 0; i < points.size(); i++) {
      problems.line(points.get(i), "points[" + i + "]", "A point", 300);
    }
    problems.line(pictureWords, "pictureWords", "The picture's words", 300);
    problems.line(button, "button", "The button", 60);
    problems.when(button.isBlank(), "button", "empty", "The button needs words.");
    checkFields(problems);
    problems.text(consent.wording(), "consent.wording", "The consent wording", 1000);
    problems.when(
        consent.shown() && consent.wording().isBlank(),
        "consent.wording",
        "empty",
        "Say what they agree to, or take the box out.");
    looks.check("looks", problems);
    known.check("known", problems);
    return problems.list();
  }

  private void checkFields(Problems problems) {
    long emails = fields.stream().filter(f -> f.kind() == FormField.Kind.EMAIL).count();
    problems.when(
        emails != 1, "fields", "one_email", "A form asks for the email address exactly once.");
    problems.when(
        fields.stream().map(FormField::kind).distinct().count() != fields.size(),
        "fields",
        "asked_twice",
        "A form asks each thing once.");
    for (int i = 0; i < fields.size(); i++) {
      FormField field = fields.get(i);
      String path = "fields[" + i + "]";
      problems.line(field.label(), path + ".label", "A label", 80);
      problems.when(field.label().isBlank(), path + ".label", "empty", "Each field needs a label.");
      problems.line(field.placeholder(), path + ".placeholder", "A placeholder", 80);
      problems.when(
          field.kind() == FormField.Kind.EMAIL && !field.required(),
          path + ".required",
          "email_required",
          "The email address cannot be left out.");
    }
  }
}
