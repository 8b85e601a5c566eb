package jeton.core.hook;

import java.util.Optional;
import java.util.Set;
import jeton.core.outside.OutsideAddress;
import jeton.core.problem.Problems;

/**
 * What is told, and whom (H1).
 *
 * @param url where messages are posted to; https, unless the install allows private networks
 * @param kinds what is told
 * @param offers for which of them; all, also those to come, where it is empty
 */
public record HookSettings(String name, String url, Set<HookKind> kinds, Set<Long> offers) {
  private static final int MOST_NAME = 80;
  private static final int MOST_URL = 2000;

  public HookSettings {
    name = name == null ? "" : name.strip();
    url = url == null ? "" : url.strip();
    kinds = kinds == null ? Set.of() : Set.copyOf(kinds);
    offers = offers == null ? Set.of() : Set.copyOf(offers);
  }

  /**
   * Notes what keeps it from being saved.
   *
   * @param plainAllowed whether http will do: where private networks are allowed, for a receiver on
   *     the same machine
   */
  public void check(boolean plainAllowed, Problems problems) {
    problems.line(name, "name", "The name", MOST_NAME);
    problems.when(name.isEmpty(), "name", "empty", "Who is told? Give it a name.");
    problems.when(kinds.isEmpty(), "kinds", "empty", "Choose at least one thing to tell.");
    problems.when(
        kinds.contains(HookKind.TEST), "kinds", "unknown", "A test is sent by its button.");
    problems.when(url.length() > MOST_URL, "url", "too_long", "At most 2,000 characters.");
    OutsideAddress.fault(url, plainAllowed)
        .ifPresent(words -> problems.add("url", "not_an_address", words));
  }

  /** Whether something is told by it. */
  public boolean tells(HookKind kind, Optional<Long> offerId) {
    return kinds.contains(kind)
        && (offers.isEmpty() || !kind.isOfOffer() || offerId.map(offers::contains).orElse(false));
  }
}
