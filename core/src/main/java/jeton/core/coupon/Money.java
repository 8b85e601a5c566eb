package jeton.core.coupon;

import java.math.BigDecimal;
import java.util.Currency;
import java.util.Locale;
import java.util.Optional;

/** Amounts in minor units as people write them. */
public final class Money {
  private Money() {}

  /**
   * An amount in words: {@code €20}, {@code €7.50}, {@code JP¥500}.
   *
   * @param currency ISO 4217 code; one the JDK does not know stands as it is, with two decimals
   */
  public static String words(long minor, String currency) {
    String symbol =
        isCurrency(currency) ? Currency.getInstance(currency).getSymbol(Locale.UK) : currency;
    String sign = symbol.equals(currency) ? currency + " " : symbol;
    BigDecimal amount = BigDecimal.valueOf(minor, decimals(currency));
    boolean whole = amount.stripTrailingZeros().scale() <= 0;
    return sign + (whole ? amount.setScale(0) : amount).toPlainString();
  }

  /**
   * An amount in whole units as spreadsheets write it, {@code 25.00} or {@code 25,00}, in minor
   * units; empty for what is no such amount.
   */
  public static Optional<Long> minor(String units, String currency) {
    try {
      return Optional.of(
          new BigDecimal(units.strip().replace(',', '.'))
              .movePointRight(decimals(currency))
              .longValueExact());
    } catch (ArithmeticException | NumberFormatException notAnAmount) {
      return Optional.empty();
    }
  }

  private static int decimals(String currency) {
    return isCurrency(currency)
        ? Math.max(0, Currency.getInstance(currency).getDefaultFractionDigits())
        : 2;
  }

  /** Whether there is a currency of this ISO 4217 code. */
  public static boolean isCurrency(String code) {
    return Currency.getAvailableCurrencies().stream()
        .anyMatch(currency -> currency.getCurrencyCode().equals(code));
  }
}
