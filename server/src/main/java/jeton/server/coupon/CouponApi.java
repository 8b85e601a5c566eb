package jeton.server.coupon;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.incentive.Coupon;
import jeton.server.csv.CsvAnswer;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A coupon's codes over HTTP. */
@RestController
@RequestMapping("/api/offers/{offerId}/coupon")
class CouponApi {
  private static final int A_PAGE = 50;
  private static final int A_CSV_PAGE = 1000;
  private final Coupons coupons;
  private final Withdrawals withdrawals;
  private final CodeIntake intake;
  private final UsedIntake usedIntake;

  CouponApi(Coupons coupons, Withdrawals withdrawals, CodeIntake intake, UsedIntake usedIntake) {
    this.coupons = coupons;
    this.withdrawals = withdrawals;
    this.intake = intake;
    this.usedIntake = usedIntake;
  }

  record Withdrawal(String reason) {}

  /** A code typed to see how it reads; the coupon need not be saved. */
  record Typed(Coupon coupon, String typed) {}

  /**
   * How it reads.
   *
   * @param sample a code as they will look
   */
  record ReadBack(String sample, CodeShape.Status status) {}

  @GetMapping("/numbers")
  Coupons.CouponNumbers numbers(@PathVariable long offerId) {
    return coupons.numbers(offerId);
  }

  /**
   * A page of codes, newest first.
   *
   * @param below id of the last one seen
   */
  @GetMapping("/codes")
  List<CodeTableStore.CodeRow> codes(
      @PathVariable long offerId,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String state,
      @RequestParam Optional<Long> below) {
    return coupons.below(offerId, words, state, below.orElse(Long.MAX_VALUE), A_PAGE);
  }

  /** Codes handed out, as a table to take along (C9); a page at a time, however many there are. */
  @GetMapping("/codes.csv")
  void csv(@PathVariable long offerId, HttpServletResponse response) throws IOException {
    coupons.coupon(offerId);
    CsvAnswer.write(
        response,
        new CsvAnswer.Table(
            "codes.csv", List.of("code", "state", "email", "given", "ends", "uses", "orders")),
        below -> coupons.below(offerId, "", "", below, A_CSV_PAGE),
        CodeTableStore.CodeRow::id,
        row ->
            List.of(
                row.code(),
                row.state().name().toLowerCase(Locale.ROOT),
                row.email().orElse(""),
                row.givenAt().map(Object::toString).orElse(""),
                row.endsAt().map(Object::toString).orElse(""),
                row.uses(),
                row.orders()));
  }

  @PostMapping("/codes/{codeId}/withdraw")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void withdraw(
      @PathVariable long offerId, @PathVariable long codeId, @RequestBody Withdrawal withdrawal) {
    withdrawals.withdraw(offerId, codeId, withdrawal.reason() == null ? "" : withdrawal.reason());
  }

  @PostMapping("/codes/{codeId}/restore")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void restore(@PathVariable long offerId, @PathVariable long codeId) {
    withdrawals.restore(offerId, codeId);
  }

  /** The body is the CSV itself. */
  @PostMapping(path = "/pool", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  CodeIntake.BroughtIn bringIn(@PathVariable long offerId, HttpServletRequest request)
      throws IOException {
    return intake.bringIn(coupons.coupon(offerId).id(), request.getInputStream());
  }

  /** The body is the CSV itself. */
  @PostMapping(path = "/used", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  UsedIntake.UsedIn bringInUsed(
      @PathVariable long offerId,
      @RequestParam(defaultValue = "false") boolean counts,
      HttpServletRequest request)
      throws IOException {
    return usedIntake.bringIn(coupons.coupon(offerId), request.getInputStream(), counts);
  }

  @PostMapping("/read")
  ReadBack read(@PathVariable long offerId, @RequestBody Typed typed) {
    return new ReadBack(
        CouponFace.sampleCode(typed.coupon()), typed.coupon().shape().read(typed.typed()).status());
  }
}
