package jeton.core.trial;

import java.util.List;

/** What may have two versions (X1). */
public enum Tested {
  /** A form's words, looks, fields and moment; by the visitor's own random id. */
  FORM(Measure.SIGNED_UP, Measure.CONFIRMED),
  /** An email of a sequence, subject and content; by the person's id. */
  EMAIL(Measure.OPENED, Measure.CLICKED),
  /** An offer's confirmation email; by the person's id. */
  CONFIRMATION(Measure.CONFIRMED);

  private final List<Measure> measures;

  Tested(Measure... measures) {
    this.measures = List.of(measures);
  }

  /** What it can be compared by, the usual one first. */
  public List<Measure> measures() {
    return measures;
  }
}
