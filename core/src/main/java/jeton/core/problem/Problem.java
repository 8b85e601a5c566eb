package jeton.core.problem;

import java.util.Objects;

/**
 * One thing that is wrong with what somebody gave.
 *
 * @param field where it was made, as a path into the input ({@code email}, {@code
 *     steps[2].subject})
 * @param code stable, lower case with underscores; the same fault always has the same code
 * @param message a sentence for the person who made it: what is wrong and what to do
 */
public record Problem(String field, String code, String message) {
  public Problem {
    Objects.requireNonNull(field);
    Objects.requireNonNull(code);
    Objects.requireNonNull(message);
  }
}
