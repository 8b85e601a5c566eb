package jeton.core.form;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/** Reads what a visitor answered to a field. */
public final class FieldAnswer {
  private static final Pattern PHONE = Pattern.compile("\\+?[0-9 ()./-]{5,}");
  private static final Pattern NUMBER = Pattern.compile("-?[0-9]{1,15}([.,][0-9]{1,10})?");

  private FieldAnswer() {}

  /**
   * What keeps an answer from being taken. The address has its own rule (S1).
   *
   * @param answer as posted; several choices are joined by semicolons
   */
  public static Optional<Problem> fault(
      FieldDefinition definition, FormField field, String answer) {
    boolean consent = definition.type() == FieldType.CONSENT;
    if (answer.isBlank()) {
      return field.required() ? Optional.of(missing(definition, field)) : Optional.empty();
    }
    if (answer.length() > definition.type().most()) {
      return fault(
          field, "too_long", "This is longer than " + definition.type().most() + " characters.");
    }
    if (Problems.hasControl(answer, definition.type() == FieldType.LONG_TEXT)) {
      return fault(field, "control_character", "There is a hidden character in it. Type it again.");
    }
    if (consent) {
      return Optional.empty();
    }
    return badlyFormed(definition, field, answer.strip());
  }

  /** The answer as it is kept: trimmed, numbers with a point, choices in the definition's order. */
  public static String kept(FieldDefinition definition, String answer) {
    String text = answer.strip();
    return switch (definition.type()) {
      case NUMBER -> text.isEmpty() ? "" : new BigDecimal(text.replace(',', '.')).toPlainString();
      case SEVERAL_OF ->
          definition.options().stream()
              .filter(choices(text)::contains)
              .collect(Collectors.joining("; "));
      default -> text;
    };
  }

  private static Optional<Problem> badlyFormed(
      FieldDefinition definition, FormField field, String answer) {
    boolean good =
        switch (definition.type()) {
          case PHONE -> PHONE.matcher(answer).matches();
          case NUMBER -> NUMBER.matcher(answer).matches();
          case DATE -> isDate(answer);
          case ONE_OF -> definition.options().contains(answer);
          case SEVERAL_OF -> definition.options().containsAll(choices(answer));
          case EMAIL, SHORT_TEXT, LONG_TEXT, CONSENT, HIDDEN -> true;
        };
    return good
        ? Optional.empty()
        : fault(
            field,
            "bad_" + definition.type().name().toLowerCase(java.util.Locale.ROOT),
            words(definition));
  }

  private static String words(FieldDefinition definition) {
    return switch (definition.type()) {
      case PHONE -> "A telephone number has digits, like +353 1 555 0101.";
      case NUMBER -> "Please give a number.";
      case DATE -> "Please give a date: year, month, day.";
      default -> "Please choose from the list.";
    };
  }

  private static boolean isDate(String text) {
    try {
      LocalDate.parse(text);
      return true;
    } catch (DateTimeParseException notADate) {
      return false;
    }
  }

  private static List<String> choices(String answer) {
    return Arrays.stream(answer.split(";")).map(String::strip).filter(c -> !c.isEmpty()).toList();
  }

  private static Problem missing(FieldDefinition definition, FormField field) {
    return definition.type() == FieldType.CONSENT
        ? new Problem(
            field.key(), "consent_needed", "Please tick the box, or we may not write to you.")
        : new Problem(field.key(), "empty", "Please fill in: " + field.label() + ".");
  }

  private static Optional<Problem> fault(FormField field, String code, String message) {
    return Optional.of(new Problem(field.key(), code, message));
  }

  /**
   * Several answers as they are kept, by key; what does not fit its field is noted under its key.
   */
  public static Map<String, String> keptAll(
      Map<String, String> answers, List<FieldDefinition> fields, Problems problems) {
    Map<String, String> kept = new HashMap<>();
    answers.forEach(
        (key, answer) -> {
          Optional<FieldDefinition> field =
              fields.stream().filter(f -> f.key().equals(key)).findFirst();
          problems.when(field.isEmpty(), key, "unknown_field", "There is no such field any more.");
          field.ifPresent(
              f ->
                  fault(f, FormField.of(key, f.label(), false), answer)
                      .ifPresentOrElse(
                          problem -> problems.add(key, problem.code(), problem.message()),
                          () -> kept.put(key, kept(f, answer))));
        });
    return kept;
  }
}
