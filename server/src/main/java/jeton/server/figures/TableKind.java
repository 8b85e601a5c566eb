package jeton.server.figures;

import java.util.List;

/** Tables over a range of days, each with what there is to count of its things. */
enum TableKind {
  SEQUENCES("Sequence", "Sent", "Opened", "Clicked", "Left by it"),
  QUIZZES("Quiz", "Begun", "Came to the end", "Signed up", "Confirmed"),
  WHEELS("Wheel", "Spun", "Confirmed", "Won", "Used"),
  COUPONS("Coupon", "Handed over", "Copied", "Bought with it"),
  PAGES("Private page", "Handed over", "Used", "Opened a piece"),
  SITES("Site", "Signed up", "Confirmed", "Handed over", "Used"),
  CAMPAIGNS("Campaign", "Signed up", "Confirmed", "Handed over", "Used");

  private final List<String> columns;

  TableKind(String... columns) {
    this.columns = List.of(columns);
  }

  /** Words over its columns, the first over the names. */
  List<String> columns() {
    return columns;
  }
}
