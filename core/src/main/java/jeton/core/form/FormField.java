package jeton.core.form;

import java.util.List;

/**
 * One thing a form asks: a field of the business as this form puts it.
 *
 * @param key of its {@link FieldDefinition}
 * @param label what stands above it; for a consent box the exact wording (S10)
 * @param placeholder what stands in it while empty; may be empty
 * @param help what stands below it; may be empty
 * @param half whether it shares its line with the next one that is half as well
 * @param value what a hidden field sends
 * @param lists for a consent box: numbers of the lists a tick puts people on (L1)
 */
public record FormField(
    String key,
    String label,
    String placeholder,
    String help,
    boolean required,
    boolean half,
    String value,
    List<Long> lists) {

  public FormField {
    lists = lists == null ? List.of() : List.copyOf(lists);
    placeholder = placeholder == null ? "" : placeholder;
    help = help == null ? "" : help;
    value = value == null ? "" : value;
  }

  /** One that puts nobody on a list. */
  public FormField(
      String key,
      String label,
      String placeholder,
      String help,
      boolean required,
      boolean half,
      String value) {
    this(key, label, placeholder, help, required, half, value, List.of());
  }

  /** The address, which must be given. */
  public static FormField email(String label, String placeholder) {
    return new FormField("email", label, placeholder, "", true, false, "");
  }

  /** A plain field. */
  public static FormField of(String key, String label, boolean required) {
    return new FormField(key, label, "", "", required, false, "");
  }

  /** A box to tick. */
  public static FormField consent(String wording, boolean required) {
    return new FormField("consent", wording, "", "", required, false, "");
  }
}
