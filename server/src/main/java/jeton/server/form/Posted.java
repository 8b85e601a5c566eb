package jeton.server.form;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import jeton.core.form.FieldAnswer;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.problem.Problem;
import jeton.server.incentive.Game;
import jeton.server.signup.SignUps;
import jeton.server.token.Tokens;
import jeton.server.trial.Seats;

/** What a form sent, read by the form's own fields; anything else is passed over. */
final class Posted {
  private static final Pattern SUBMISSION_KEY = Pattern.compile("[A-Za-z0-9_-]{27}");
  private final FormSettings form;
  private final List<FieldDefinition> definitions;
  private final Map<String, String> values;
  private final String key;

  Posted(FormSettings form, List<FieldDefinition> definitions, Map<String, String> values) {
    this.form = form;
    this.definitions = definitions;
    this.values = values;
    this.key = submissionKey(values);
  }

  /** The key of the rendered form it came from (S9). */
  String key() {
    return key;
  }

  /** The key of the rendered form (S9); a new one where none of ours was sent. */
  static String submissionKey(Map<String, String> values) {
    String sent = values.getOrDefault("submission_key", "");
    return SUBMISSION_KEY.matcher(sent).matches() ? sent : Tokens.random();
  }

  /** Who sent it, where two versions of the form were tried; empty otherwise. */
  static String visitor(Map<String, String> values) {
    return values.getOrDefault(VisitorForms.VISITOR, "");
  }

  /** What keeps it from being taken. The address's own rule speaks for the address. */
  List<Problem> problems() {
    List<Problem> problems = new ArrayList<>();
    for (FormField field : form.fields()) {
      FieldDefinition definition = FieldDefinition.of(field.key(), definitions).orElse(null);
      if (definition != null && definition.type() != FieldType.EMAIL) {
        FieldAnswer.fault(definition, field, value(field.key())).ifPresent(problems::add);
      }
    }
    return problems;
  }

  /**
   * As a sign-up.
   *
   * @param page where it was sent from, unless it says so itself
   * @param seat before which of two versions its visitor was
   */
  SignUps.Submission submission(
      String page, String network, Optional<Game.Round> round, Optional<Seats.Seat> seat) {
    return new SignUps.Submission(
        value("email"),
        asks(FieldDefinition.FIRST_NAME.key()) ? value("first_name") : "",
        consents(),
        key,
        values.getOrDefault("page", page),
        value("campaign"),
        value("zone"),
        network,
        answers(),
        lists(),
        round,
        seat);
  }

  /** Answers for the address a visitor is led on to, by the fields chosen for it. */
  Map<String, String> alongWith(List<String> keys) {
    Map<String, String> along = new HashMap<>();
    keys.stream()
        .filter(this::asks)
        .filter(key -> !value(key).isBlank())
        .forEach(key -> along.put(key, value(key).strip()));
    return along;
  }

  private List<SignUps.Consent> consents() {
    List<SignUps.Consent> consents = new ArrayList<>();
    for (FormField field : form.fields()) {
      if (type(field).filter(type -> type == FieldType.CONSENT).isPresent()) {
        consents.add(new SignUps.Consent(field.label(), !value(field.key()).isBlank()));
      }
    }
    return consents;
  }

  /** The form's own lists, and those of the boxes that were ticked (L1). */
  private Set<Long> lists() {
    Set<Long> lists = new TreeSet<>(form.lists());
    form.fields().stream()
        .filter(field -> !value(field.key()).isBlank())
        .forEach(field -> lists.addAll(field.lists()));
    return lists;
  }

  private Map<String, String> answers() {
    Map<String, String> answers = new HashMap<>();
    for (FormField field : form.fields()) {
      FieldDefinition definition = FieldDefinition.of(field.key(), definitions).orElse(null);
      if (definition == null || !isOwn(definition)) {
        continue;
      }
      // A hidden field's value is the form's, whatever a browser says.
      String answer = definition.type() == FieldType.HIDDEN ? field.value() : value(field.key());
      if (!answer.isBlank()) {
        answers.put(field.key(), FieldAnswer.kept(definition, answer));
      }
    }
    return answers;
  }

  private static boolean isOwn(FieldDefinition definition) {
    return definition.type() != FieldType.CONSENT
        && !definition.equals(FieldDefinition.EMAIL)
        && !definition.equals(FieldDefinition.FIRST_NAME);
  }

  private Optional<FieldType> type(FormField field) {
    return FieldDefinition.of(field.key(), definitions).map(FieldDefinition::type);
  }

  private boolean asks(String key) {
    return form.fields().stream().anyMatch(field -> field.key().equals(key));
  }

  private String value(String key) {
    return values.getOrDefault(key, "");
  }
}
