package jeton.server.doctor;

import java.util.Locale;

/**
 * What was found about one part of an install.
 *
 * @param part such as {@code database}
 * @param words what is so
 * @param cure what to do; empty where nothing is to be done
 */
record Symptom(Level level, String part, String words, String cure) {

  /** How bad it is. */
  enum Level {
    FINE,
    /** It works, and could be better. */
    LOOK,
    /** Something does not work. */
    WRONG
  }

  static Symptom fine(String part, String words) {
    return new Symptom(Level.FINE, part, words, "");
  }

  static Symptom look(String part, String words, String cure) {
    return new Symptom(Level.LOOK, part, words, cure);
  }

  static Symptom wrong(String part, String words, String cure) {
    return new Symptom(Level.WRONG, part, words, cure);
  }

  /** As a line for a terminal, and a second with the cure. */
  String line() {
    String line = "%-5s %-9s %s".formatted(level.name().toLowerCase(Locale.ROOT), part, words);
    return cure.isEmpty() ? line : line + "%n%16s→ %s".formatted("", cure);
  }
}
