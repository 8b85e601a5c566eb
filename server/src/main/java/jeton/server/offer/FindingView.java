package jeton.server.offer;

import java.util.List;
import java.util.Optional;
import jeton.core.readiness.Cure;
import jeton.core.readiness.Finding;

/**
 * A finding as the interface shows it.
 *
 * @param fix what a button that cures it says; empty where only the owner can
 */
public record FindingView(
    String code,
    Finding.Severity severity,
    String message,
    Finding.Stop stop,
    String control,
    Optional<FixView> fix) {
  /** What a cure's button says. */
  public record FixView(String words) {}

  /** One as it is shown. */
  public static FindingView of(Finding finding) {
    return new FindingView(
        finding.code(),
        finding.severity(),
        finding.message(),
        finding.stop(),
        finding.control(),
        finding.cure().map(Cure::words).map(FixView::new));
  }

  /** These as they are shown. */
  public static List<FindingView> of(List<Finding> findings) {
    return findings.stream().map(FindingView::of).toList();
  }
}
