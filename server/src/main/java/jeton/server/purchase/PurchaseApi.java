package jeton.server.purchase;

import java.time.Instant;
import java.util.Optional;
import jeton.core.coupon.Money;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;
import jeton.server.problem.Refused;
import jeton.server.programkey.ProgramKeys;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * {@code /api/purchases}: a shop tells of an order with a key of Setup (H3). Amounts are in minor
 * units; told twice, an order has one effect.
 */
@RestController
@RequestMapping("/api/purchases")
class PurchaseApi {
  private static final int MOST_ORDER_ID = 100;
  private static final long MOST_AMOUNT = 1_000_000_000_000_000L;
  private final Purchases purchases;
  private final ProgramKeys keys;

  PurchaseApi(Purchases purchases, ProgramKeys keys) {
    this.purchases = purchases;
    this.keys = keys;
  }

  /**
   * An order as a shop tells of it.
   *
   * @param at when it was placed; now unless told
   */
  record ToldOrder(
      String id, Optional<Long> total, Optional<String> currency, Optional<Instant> at) {}

  record PurchaseTold(String email, Optional<ToldOrder> order) {}

  /**
   * The answer.
   *
   * @param known whether somebody is known by that address; of others nothing is kept
   */
  record PurchaseSaid(boolean known) {}

  @PostMapping
  ResponseEntity<PurchaseSaid> tell(
      @RequestHeader(name = "Authorization", defaultValue = "") String authorization,
      @RequestBody PurchaseTold told) {
    if (!keys.mayBy(authorization, ProgramKeys.May.TELL_PURCHASES)) {
      return ResponseEntity.status(HttpStatus.UNAUTHORIZED).build();
    }
    Problems problems = new Problems();
    Optional<EmailAddress> by = address(told.email(), problems);
    ToldOrder order =
        told.order()
            .orElse(new ToldOrder("", Optional.empty(), Optional.empty(), Optional.empty()));
    Purchases.Order placed = order(order, problems);
    Refused.unlessNone(problems.list());
    return ResponseEntity.ok(
        new PurchaseSaid(purchases.note(by.orElseThrow(), placed, order.at())));
  }

  private static Optional<EmailAddress> address(String email, Problems problems) {
    try {
      return Optional.of(EmailAddress.parse(email == null ? "" : email));
    } catch (EmailAddress.Refused refused) {
      problems.add("email", "bad_address", "This is no email address.");
      return Optional.empty();
    }
  }

  private static Purchases.Order order(ToldOrder order, Problems problems) {
    String id = order.id() == null ? "" : order.id();
    long total = order.total().orElse(-1L);
    String currency = order.currency().orElse("");
    problems.when(id.isBlank(), "order.id", "no_order", "Which order?");
    problems.line(id, "order.id", "The order's id", MOST_ORDER_ID);
    problems.when(
        total < 0 || total > MOST_AMOUNT,
        "order.total",
        "bad_amount",
        "The total is needed, in minor units.");
    problems.when(
        !Money.isCurrency(currency),
        "order.currency",
        "unknown_currency",
        "A currency has three letters, like EUR.");
    return new Purchases.Order(id, total, currency);
  }
}
