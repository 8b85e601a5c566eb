package jeton.core.form;

/** What kind of answer a field takes. */
public enum FieldType {
  EMAIL(254),
  SHORT_TEXT(200),
  LONG_TEXT(5000),
  PHONE(40),
  DATE(10),
  NUMBER(30),
  ONE_OF(200),
  SEVERAL_OF(2000),
  /** A box to tick, with its own wording in each form (S10). */
  CONSENT(10),
  /** Sent along without being asked: the form's own value. */
  HIDDEN(200);

  private final int most;

  FieldType(int most) {
    this.most = most;
  }

  /** Most characters of an answer. */
  public int most() {
    return most;
  }

  /** Whether it is chosen from a list. */
  public boolean hasOptions() {
    return this == ONE_OF || this == SEVERAL_OF;
  }
}
