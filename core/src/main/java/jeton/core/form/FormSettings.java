package jeton.core.form;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.display.DisplayRules;
import jeton.core.people.ListSettings;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/**
 * What the owner decides about a form.
 *
 * @param name what the owner calls it
 * @param fields in the order asked; exactly one email field, which is required
 * @param display where and when it shows; not looked at for the hosted page
 * @param lists numbers of the lists a sign-up puts people on, beside those of its consent boxes
 *     (L1)
 */
public record FormSettings(
    String name,
    FormWords words,
    FormPicture picture,
    List<FormField> fields,
    Looks looks,
    Opening opening,
    Afterwards afterwards,
    DisplayRules display,
    List<Long> lists) {
  /** From this many fields on, a form is said to ask a lot. */
  public static final int A_LOT = 4;

  private static final int MOST_FIELDS = 20;

  public FormSettings {
    name = name == null ? "" : name;
    picture = picture == null ? FormPicture.NONE : picture;
    fields = List.copyOf(fields);
    opening = opening == null ? Opening.PLAIN : opening;
    afterwards = afterwards == null ? Afterwards.PLAIN : afterwards;
    display = display == null ? DisplayRules.CALM : display;
    // Forms of before there were lists put people on the first.
    lists = lists == null ? List.of(ListSettings.FIRST) : List.copyOf(lists);
  }

  /** A form that puts people on the first list. */
  public FormSettings(
      String name,
      FormWords words,
      FormPicture picture,
      List<FormField> fields,
      Looks looks,
      Opening opening,
      Afterwards afterwards,
      DisplayRules display) {
    this(name, words, picture, fields, looks, opening, afterwards, display, null);
  }

  /** What a form's fields and addresses are checked against. */
  public record Known(List<FieldDefinition> fields, List<String> hosts) {}

  /** What keeps this from being saved. */
  public List<Problem> check(Known known) {
    Problems problems = new Problems();
    problems.line(name, "name", "The form's name", 60);
    words.check("words", problems);
    picture.check("picture", problems);
    checkFields(known, problems);
    looks.check("looks", problems);
    opening.check("opening", problems);
    afterwards.check("afterwards", known.hosts(), problems);
    display.check("display", problems);
    return problems.list();
  }

  /** The same with other words. */
  public FormSettings withWords(FormWords others) {
    return new FormSettings(
        name, others, picture, fields, looks, opening, afterwards, display, lists);
  }

  /** The same with other display rules. */
  public FormSettings withDisplay(DisplayRules others) {
    return new FormSettings(
        name, words, picture, fields, looks, opening, afterwards, others, lists);
  }

  /** The same with something else afterwards. */
  public FormSettings withAfterwards(Afterwards others) {
    return new FormSettings(name, words, picture, fields, looks, opening, others, display, lists);
  }

  /** Every list that somebody can get on by it. */
  public Set<Long> allLists() {
    Set<Long> all = new HashSet<>(lists);
    fields.forEach(field -> all.addAll(field.lists()));
    return all;
  }

  private void checkFields(Known known, Problems problems) {
    long emails = fields.stream().filter(f -> f.key().equals(FieldDefinition.EMAIL.key())).count();
    problems.when(
        emails != 1, "fields", "one_email", "A form asks for the email address exactly once.");
    problems.when(
        fields.size() > MOST_FIELDS, "fields", "too_many", "At most 20 fields. Take one out.");
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < fields.size(); i++) {
      FormField field = fields.get(i);
      problems.when(
          !seen.add(field.key()),
          "fields[" + i + "]",
          "asked_twice",
          "A form asks each thing once.");
      checkField(field, "fields[" + i + "]", known, problems);
    }
  }

  private static void checkField(FormField field, String path, Known known, Problems problems) {
    Optional<FieldDefinition> definition = FieldDefinition.of(field.key(), known.fields());
    problems.when(
        definition.isEmpty(),
        path,
        "unknown_field",
        "There is no field “" + field.key() + "” any more. Take it out.");
    boolean consent = definition.map(d -> d.type() == FieldType.CONSENT).orElse(false);
    problems.line(field.label(), path + ".label", "A label", consent ? 1000 : 80);
    problems.when(
        field.label().isBlank(),
        path + ".label",
        "empty",
        consent ? "Say what they agree to, or take the box out." : "Each field needs a label.");
    problems.line(field.placeholder(), path + ".placeholder", "A placeholder", 80);
    problems.line(field.help(), path + ".help", "The help", 200);
    problems.line(field.value(), path + ".value", "The value", 200);
    problems.when(
        field.key().equals(FieldDefinition.EMAIL.key()) && !field.required(),
        path + ".required",
        "email_required",
        "The email address cannot be left out.");
  }
}
