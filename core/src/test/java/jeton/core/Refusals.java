package jeton.core;

import java.util.List;
import java.util.function.Consumer;
import jeton.core.problem.Problems;

/** The refusals of settings, short enough to stand in a test. */
public final class Refusals {
  private Refusals() {}

  /** Field and code of each, in order: {@code limits.days out_of_range}. */
  public static List<String> of(Consumer<Problems> check) {
    Problems problems = new Problems();
    check.accept(problems);
    return problems.list().stream().map(problem -> problem.field() + " " + problem.code()).toList();
  }
}
