package jeton.core.form;

/**
 * One thing a form asks.
 *
 * @param label what stands above it
 * @param placeholder what stands in it while empty; may be empty
 */
public record FormField(Kind kind, String label, String placeholder, boolean required) {
  /** What is asked. */
  public enum Kind {
    EMAIL("email"),
    FIRST_NAME("first_name");

    private final String key;

    Kind(String key) {
      this.key = key;
    }

    /** The field's name in a posted form. */
    public String key() {
      return key;
    }
  }
}
