package jeton.server.coupon;

import java.util.Optional;
import java.util.function.Supplier;
import jeton.core.coupon.Money;
import jeton.core.coupon.Refusal;
import jeton.core.problem.Problems;
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
 * {@code /api/coupons}: a shop asks about a code with a key of Setup (C7). Amounts are in minor
 * units.
 */
@RestController
@RequestMapping("/api/coupons")
class ShopApi {
  private static final int MOST_ORDER_ID = 100;
  private static final int MOST_CODE = 200;
  private static final long MOST_AMOUNT = 1_000_000_000_000_000L;

  private final CodeCheck check;
  private final Redemptions redemptions;
  private final ProgramKeys keys;

  ShopApi(CodeCheck check, Redemptions redemptions, ProgramKeys keys) {
    this.check = check;
    this.redemptions = redemptions;
    this.keys = keys;
  }

  /**
   * An order as a shop tells of it.
   *
   * @param eligible the part a coupon may apply to; all of it unless told
   */
  record AskedOrder(
      String id, Optional<Long> subtotal, Optional<Long> eligible, Optional<String> currency) {}

  record Asked(String code, Optional<AskedOrder> order) {}

  /**
   * The answer.
   *
   * @param discount what the code takes off, in minor units
   * @param worth in words
   * @param refusal why not, where it is not ok
   * @param message the same as a sentence
   */
  record Said(
      boolean ok,
      Optional<Long> discount,
      Optional<String> worth,
      Optional<String> refusal,
      Optional<String> message) {

    static Said of(CodeCheck.Answer answer) {
      Optional<Refusal> no = answer.refusal();
      return new Said(
          no.isEmpty(),
          no.isEmpty() ? Optional.of(answer.discount()) : Optional.empty(),
          no.isEmpty() ? Optional.of(answer.worth()) : Optional.empty(),
          no.map(Refusal::code),
          no.map(Refusal::words));
    }
  }

  @PostMapping("/check")
  ResponseEntity<Said> check(
      @RequestHeader(name = "Authorization", defaultValue = "") String authorization,
      @RequestBody Asked asked) {
    return answer(
        authorization,
        ProgramKeys.May.CHECK_COUPONS,
        () -> check.check(asked.code(), order(asked, false)));
  }

  @PostMapping("/redeem")
  ResponseEntity<Said> redeem(
      @RequestHeader(name = "Authorization", defaultValue = "") String authorization,
      @RequestBody Asked asked) {
    return answer(
        authorization,
        ProgramKeys.May.REDEEM_COUPONS,
        () -> redemptions.redeem(asked.code(), order(asked, true)));
  }

  @PostMapping("/release")
  ResponseEntity<Said> release(
      @RequestHeader(name = "Authorization", defaultValue = "") String authorization,
      @RequestBody Asked asked) {
    return answer(
        authorization,
        ProgramKeys.May.REDEEM_COUPONS,
        () -> {
          Problems problems = new Problems();
          code(asked, problems);
          String id = asked.order().map(AskedOrder::id).orElse("");
          orderId(id, problems);
          Refused.unlessNone(problems.list());
          return redemptions.release(asked.code(), id);
        });
  }

  private ResponseEntity<Said> answer(
      String authorization, ProgramKeys.May may, Supplier<CodeCheck.Answer> work) {
    return keys.mayBy(authorization, may)
        ? ResponseEntity.ok(Said.of(work.get()))
        : ResponseEntity.status(HttpStatus.UNAUTHORIZED).build();
  }

  private static ShopOrder order(Asked asked, boolean isPlaced) {
    Problems problems = new Problems();
    code(asked, problems);
    AskedOrder order =
        asked
            .order()
            .orElse(new AskedOrder("", Optional.empty(), Optional.empty(), Optional.empty()));
    String id = order.id() == null ? "" : order.id();
    if (isPlaced || !id.isEmpty()) {
      orderId(id, problems);
    }
    long subtotal = order.subtotal().orElse(-1L);
    long eligible = order.eligible().orElse(subtotal);
    String currency = order.currency().orElse("");
    problems.when(
        subtotal < 0 || subtotal > MOST_AMOUNT,
        "order.subtotal",
        "bad_amount",
        "The subtotal is needed, in minor units.");
    problems.when(
        eligible < 0 || eligible > subtotal,
        "order.eligible",
        "bad_amount",
        "The eligible part is between nothing and the subtotal.");
    problems.when(
        !Money.isCurrency(currency),
        "order.currency",
        "unknown_currency",
        "A currency has three letters, like EUR.");
    Refused.unlessNone(problems.list());
    return new ShopOrder(id, subtotal, eligible, currency);
  }

  private static void code(Asked asked, Problems problems) {
    String code = asked.code() == null ? "" : asked.code();
    problems.when(code.isBlank() || code.length() > MOST_CODE, "code", "no_code", "Which code?");
  }

  private static void orderId(String id, Problems problems) {
    String given = id == null ? "" : id;
    problems.when(given.isBlank(), "order.id", "no_order", "Which order?");
    problems.line(given, "order.id", "The order's id", MOST_ORDER_ID);
  }
}
