package jeton.server.coupon;

import java.io.InputStream;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.coupon.Money;
import jeton.core.coupon.Refusal;
import jeton.server.offer.Offer;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;

/** Uses that a shop without the API tells in a table (C9). */
@Component
class UsedIntake {
  private final Redemptions redemptions;
  private final CodeCheck check;
  private final Codes codes;

  UsedIntake(Redemptions redemptions, CodeCheck check, Codes codes) {
    this.redemptions = redemptions;
    this.check = check;
    this.codes = codes;
  }

  /**
   * What bringing used codes in comes to.
   *
   * @param counted uses that count now, or would
   * @param known orders that were counted before
   * @param unmatched rows that match nothing, each with why; at most a hundred
   */
  record UsedIn(long counted, long known, long unmatchedRows, List<String> unmatched) {}

  /**
   * Uses of codes that a shop told in a CSV: code, order, amount, when (C9). The same file twice
   * counts once.
   *
   * @param counts false to look only
   */
  UsedIn bringIn(Offer offer, InputStream content, boolean counts) {
    Pile pile = new Pile(offer, counts);
    CsvText.eachRow(content, pile::take);
    return new UsedIn(pile.counted, pile.known, pile.unmatchedRows, List.copyOf(pile.unmatched));
  }

  /** Uses on their way in. */
  private final class Pile {
    private final Offer offer;
    private final boolean counts;
    private final Set<String> orders = new HashSet<>();
    private final List<String> unmatched = new ArrayList<>();
    private long counted;
    private long known;
    private long unmatchedRows;

    Pile(Offer offer, boolean counts) {
      this.offer = offer;
      this.counts = counts;
    }

    void take(CSVRecord row) {
      String typed = cell(row, 0);
      boolean isHeading = row.getRecordNumber() == 1 && typed.equalsIgnoreCase("code");
      if (typed.isEmpty() || isHeading) {
        return;
      }
      String orderId = cell(row, 1);
      Optional<Long> amount = Money.minor(cell(row, 2), Codes.of(offer).terms().currency());
      Optional<Instant> at = moment(cell(row, 3));
      if (orderId.isEmpty() || amount.isEmpty() || at.isEmpty()) {
        unmatched(row, "it needs code, order, amount and when");
        return;
      }
      ShopOrder order =
          new ShopOrder(orderId, amount.get(), amount.get(), Codes.of(offer).terms().currency());
      if (!orders.add(orderId) || check.isKnown(typed, order)) {
        known++;
        return;
      }
      CodeCheck.Answer answer =
          counts ? redemptions.redeem(typed, order, at.get()) : check.check(typed, order, at.get());
      answer.refusal().ifPresentOrElse(refusal -> unmatched(row, why(refusal)), () -> counted++);
    }

    private void unmatched(CSVRecord row, String why) {
      unmatchedRows++;
      if (unmatched.size() < CsvText.MOST_TOLD) {
        unmatched.add("Row " + row.getRecordNumber() + " (" + cell(row, 0) + "): " + why + ".");
      }
    }
  }

  private static String why(Refusal refusal) {
    return switch (refusal) {
      case UNKNOWN -> "there is no such code";
      case MISTYPED -> "a slip of the pen in the code";
      case WITHDRAWN -> "the code was withdrawn";
      case NOT_YET_VALID -> "the code was not good yet";
      case EXPIRED -> "the code had ended";
      case USED_UP -> "the code was used up";
      case ORDER_TOO_SMALL -> "the order is too small";
      case ANOTHER_CURRENCY -> "the currency is another";
      case ORDER_DIFFERS -> "the order came before with another code or amount";
      case ORDER_RELEASED -> "the order was cancelled";
    };
  }

  private static String cell(CSVRecord row, int index) {
    return row.size() > index ? row.get(index).strip() : "";
  }

  private Optional<Instant> moment(String text) {
    try {
      return Optional.of(
          text.length() == "2026-05-06".length()
              ? LocalDate.parse(text).atTime(12, 0).atZone(codes.zone()).toInstant()
              : Instant.parse(text));
    } catch (DateTimeException notAMoment) {
      return Optional.empty();
    }
  }
}
