package jeton.core.trial;

/** What two versions are compared by: how many of those who met each went on to do it. */
public enum Measure {
  /** Signed up, of the visitors who saw the form. */
  SIGNED_UP,
  /** Confirmed their address, of those who saw the form or were sent the confirmation. */
  CONFIRMED,
  /** Opened by a person (N3), of those it reached. */
  OPENED,
  /** Clicked any of its links, of those it reached. */
  CLICKED
}
