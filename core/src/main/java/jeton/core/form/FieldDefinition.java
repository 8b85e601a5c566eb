package jeton.core.form;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import jeton.core.problem.Problems;

/**
 * Something the business asks people, defined once and used in many forms.
 *
 * @param key its name in posted forms and in the person's data: small letters, digits, underscores
 * @param label what a form calls it unless it says otherwise
 * @param options what there is to choose from, for the types that have a choice; else empty
 */
public record FieldDefinition(String key, FieldType type, String label, List<String> options) {
  /** The address; every form asks it once. */
  public static final FieldDefinition EMAIL =
      new FieldDefinition("email", FieldType.EMAIL, "Email", List.of());

  /** The first name, which emails can fill in. */
  public static final FieldDefinition FIRST_NAME =
      new FieldDefinition("first_name", FieldType.SHORT_TEXT, "First name", List.of());

  /** What every business can ask, before those of its own. */
  public static final List<FieldDefinition> BUILT_IN = List.of(EMAIL, FIRST_NAME);

  private static final Pattern KEY = Pattern.compile("[a-z][a-z0-9_]{0,39}");
  private static final Pattern CONSENT_KEY = Pattern.compile("consent(_[2-9])?");
  private static final int MOST_OPTIONS = 50;

  /** What a posted form carries beside its fields; no field can have such a name. */
  private static final List<String> RESERVED =
      List.of(
          "submission_key", "zone", "page", "campaign", "stamp", "website", "altcha", "visitor");

  public FieldDefinition {
    options = options == null ? List.of() : List.copyOf(options);
  }

  /** The definition a form's field goes by: built in, a consent box, or one of the business's. */
  public static Optional<FieldDefinition> of(String key, List<FieldDefinition> own) {
    if (CONSENT_KEY.matcher(key).matches()) {
      return Optional.of(new FieldDefinition(key, FieldType.CONSENT, "Consent", List.of()));
    }
    return Stream.concat(BUILT_IN.stream(), own.stream())
        .filter(field -> field.key().equals(key))
        .findFirst();
  }

  /** Whether a field can have this name. */
  public static boolean isKey(String key) {
    return KEY.matcher(key).matches();
  }

  /** Notes what keeps one of the business's own fields from being saved. */
  public void check(String path, Problems problems) {
    boolean taken =
        RESERVED.contains(key)
            || CONSENT_KEY.matcher(key).matches()
            || BUILT_IN.stream().anyMatch(field -> field.key().equals(key));
    problems.when(
        !isKey(key),
        path + ".key",
        "bad_key",
        "A field's name has small letters, digits and underscores, like favourite_paper.");
    problems.when(taken, path + ".key", "taken", "This name is used by Jeton itself.");
    problems.when(
        type == FieldType.EMAIL || type == FieldType.CONSENT,
        path + ".type",
        "built_in",
        "The address and consent boxes are there already.");
    problems.line(label, path + ".label", "The label", 80);
    problems.when(label.isBlank(), path + ".label", "empty", "Each field needs a label.");
    checkOptions(path, problems);
  }

  private void checkOptions(String path, Problems problems) {
    problems.when(
        type.hasOptions() && options.size() < 2,
        path + ".options",
        "too_few",
        "A choice needs at least two things to choose from.");
    problems.when(
        options.size() > MOST_OPTIONS, path + ".options", "too_many", "At most 50 to choose from.");
    problems.when(
        options.stream().distinct().count() != options.size(),
        path + ".options",
        "twice",
        "The same choice stands there twice.");
    for (int i = 0; i < options.size(); i++) {
      String option = options.get(i);
      problems.line(option, path + ".options[" + i + "]", "A choice", 100);
      problems.when(
          option.isBlank() || option.indexOf(';') >= 0,
          path + ".options[" + i + "]",
          "bad_option",
          "A choice needs words, and no semicolon.");
    }
  }
}
