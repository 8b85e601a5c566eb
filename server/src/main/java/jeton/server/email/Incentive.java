package jeton.server.email;

import java.util.List;

/**
 * What an offer gives, as an email shows it.
 *
 * @param name the offer's
 * @param files what is behind the pass, with sizes in words
 */
public record Incentive(String name, List<File> files) {
  /** Of no offer. */
  public static final Incentive NONE = new Incentive("", List.of());

  /** One file. */
  public record File(String name, String size) {}

  public Incentive {
    files = List.copyOf(files);
  }
}
