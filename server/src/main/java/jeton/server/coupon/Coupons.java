package jeton.server.coupon;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Money;
import jeton.core.coupon.Refusal;
import jeton.core.incentive.Coupon;
import jeton.core.offer.OfferKind;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.handover.HandOvers;
import jeton.server.history.History;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/** Codes for their owner: looked through, withdrawn, brought in, taken out (C5, C6, C9). */
@Service
class Coupons {
  private static final int BATCH = 1000;
  private static final int MOST_CODE = 60;
  private static final int MOST_UNFIT = 100;
  private static final int MOST_WAITING = 500;
  private static final Duration SOON = Duration.ofDays(3);

  private final CodeStore codes;
  private final GrantStore grants;
  private final CodeTableStore table;
  private final Rest rest;
  private final Clock clock;

  Coupons(CodeStore codes, GrantStore grants, CodeTableStore table, Rest rest, Clock clock) {
    this.codes = codes;
    this.grants = grants;
    this.table = table;
    this.rest = rest;
    this.clock = clock;
  }

  /** What all this concerns. */
  @org.springframework.stereotype.Component
  record Rest(
      Codes handing,
      CodePool pool,
      Redemptions redemptions,
      HandOvers handOvers,
      Offers offers,
      People people,
      History history,
      ConfigurationVersion configuration,
      TransactionOperations tx) {}

  Offer coupon(long offerId) {
    Offer offer = rest.offers().get(offerId);
    if (offer.kind() != OfferKind.COUPON) {
      throw new NotThere("This coupon");
    }
    return offer;
  }

  /**
   * What codes came to, and how long they last.
   *
   * @param free codes left in the pool
   * @param runsOutOn at the present pace; empty where that is not in sight
   */
  record CouponNumbers(
      CodeTableStore.Totals totals,
      long free,
      long givenLately,
      Optional<LocalDate> runsOutOn,
      String currency) {}

  CouponNumbers numbers(long offerId) {
    Offer offer = coupon(offerId);
    Instant now = clock.instant();
    var pace = rest.pool().pace(offer);
    boolean isPool = Codes.of(offer).source() == Coupon.Source.POOL;
    return new CouponNumbers(
        table.totals(offerId, now, now.plus(SOON)),
        pace.free(),
        pace.given(),
        isPool ? pace.runsOut() : Optional.empty(),
        Codes.of(offer).terms().currency());
  }

  List<CodeTableStore.CodeRow> below(
      long offerId, String words, String state, long below, int most) {
    coupon(offerId);
    boolean used = state.equals("USED");
    return table.below(
        new CodeTableStore.Wanted(
            offerId,
            words.strip().toLowerCase(Locale.ROOT),
            CodeShape.key(words),
            used ? "" : state,
            used),
        below,
        most);
  }

  /** Withdraws a code: no shop takes it from now on. */
  @Transactional
  void withdraw(long offerId, long codeId, String reason) {
    Problems problems = new Problems();
    problems.line(reason, "reason", "The reason", 200);
    Refused.unlessNone(problems.list());
    Code code = ofOffer(offerId, codeId);
    if (codes.withdraw(offerId, codeId, reason.strip(), clock.instant())) {
      String why = reason.isBlank() ? "" : ": " + reason.strip();
      note(code, "the code " + code.name().shown() + " was withdrawn" + why);
      rest.configuration().changed();
    }
  }

  /** Takes that back. */
  @Transactional
  void restore(long offerId, long codeId) {
    Code code = ofOffer(offerId, codeId);
    if (codes.restore(offerId, codeId)) {
      note(code, "the code " + code.name().shown() + " is good again");
      rest.configuration().changed();
    }
  }

  private Code ofOffer(long offerId, long codeId) {
    return codes
        .find(codeId)
        .filter(code -> code.offerId() == offerId)
        .orElseThrow(() -> new NotThere("This code"));
  }

  private void note(Code code, String words) {
    rest.history()
        .note(
            new History.Event(
                clock.instant(),
                History.Kind.GRANT_CHANGED,
                code.isOfOnePerson() ? grants.holder(code.id()) : Optional.empty(),
                Optional.of(code.offerId()),
                words));
  }

  /**
   * What bringing codes in came to.
   *
   * @param twice rows whose code stands in the file before
   * @param known codes that were there already
   * @param unfit rows that are no code, with their number in the file; at most a hundred
   */
  record BroughtIn(long added, long twice, long known, long unfitRows, List<String> unfit) {}

  /**
   * Brings codes into the pool, a thousand at a time: the first cell of each row. Whatever was cut
   * off can be brought in again; what is there is passed over.
   */
  BroughtIn bringIn(long offerId, InputStream content) {
    coupon(offerId);
    Intake intake = new Intake(offerId);
    eachRow(content, intake::take);
    intake.flush();
    rest.tx().executeWithoutResult(status -> rest.configuration().changed());
    giveToWaiting(offerId);
    return intake.told();
  }

  /** Codes on their way into the pool. */
  private final class Intake {
    private final long offerId;
    private final Set<String> seen = new HashSet<>();
    private final List<Code.Name> batch = new ArrayList<>(BATCH);
    private final List<String> unfit = new ArrayList<>();
    private long added;
    private long rows;
    private long twice;
    private long unfitRows;

    Intake(long offerId) {
      this.offerId = offerId;
    }

    void take(CSVRecord row) {
      String shown = row.size() == 0 ? "" : row.get(0).strip();
      boolean isHeading = row.getRecordNumber() == 1 && shown.equalsIgnoreCase("code");
      if (shown.isEmpty() || isHeading) {
        return;
      }
      String key = CodeShape.key(shown);
      if (key.isEmpty() || shown.length() > MOST_CODE || Problems.hasControl(shown, false)) {
        unfitRows++;
        if (unfit.size() < MOST_UNFIT) {
          unfit.add("Row " + row.getRecordNumber() + ": this is no code.");
        }
      } else if (!seen.add(key)) {
        twice++;
      } else {
        rows++;
        batch.add(new Code.Name(key, shown));
        if (batch.size() == BATCH) {
          flush();
        }
      }
    }

    void flush() {
      if (!batch.isEmpty()) {
        List<Code.Name> some = List.copyOf(batch);
        added += rest.tx().execute(status -> codes.addFree(offerId, some));
        batch.clear();
      }
    }

    BroughtIn told() {
      return new BroughtIn(added, twice, rows - added, unfitRows, unfit);
    }
  }

  /** Whoever waited for a code gets one now, the longest first. */
  void giveToWaiting(long offerId) {
    List<GrantStore.Row> waiting = grants.waiting(offerId, MOST_WAITING);
    while (!waiting.isEmpty()) {
      for (GrantStore.Row row : waiting) {
        if (!rest.tx().execute(status -> giveTo(row))) {
          return;
        }
      }
      waiting = grants.waiting(offerId, MOST_WAITING);
    }
  }

  /** False when there is no code left. */
  private boolean giveTo(GrantStore.Row row) {
    Person person = rest.people().lock(row.personId());
    if (!grants.isWaiting(row.id())) {
      // Another instance was quicker: no code is taken for nothing.
      return true;
    }
    Offer offer = rest.offers().remembered(row.offerId());
    Optional<Code> code = rest.handing().giveLate(offer, row, person.email());
    code.ifPresent(
        given -> {
          grants.giveCode(row.id(), given.id());
          rest.handOvers().nowThere(offer, person, CouponFace.grantOf(given));
        });
    return code.isPresent();
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
  UsedIn bringInUsed(long offerId, InputStream content, boolean counts) {
    Offer offer = coupon(offerId);
    UsedIntake intake = new UsedIntake(offer, counts);
    eachRow(content, intake::take);
    return new UsedIn(
        intake.counted, intake.known, intake.unmatchedRows, List.copyOf(intake.unmatched));
  }

  /** Uses on their way in. */
  private final class UsedIntake {
    private final Offer offer;
    private final boolean counts;
    private final Set<String> orders = new HashSet<>();
    private final List<String> unmatched = new ArrayList<>();
    private long counted;
    private long known;
    private long unmatchedRows;

    UsedIntake(Offer offer, boolean counts) {
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
      if (!orders.add(orderId) || rest.redemptions().isKnown(typed, order)) {
        known++;
        return;
      }
      Redemptions.Answer answer =
          counts
              ? rest.redemptions().redeem(typed, order, at.get())
              : rest.redemptions().check(typed, order, at.get());
      answer.refusal().ifPresentOrElse(refusal -> unmatched(row, why(refusal)), () -> counted++);
    }

    private void unmatched(CSVRecord row, String why) {
      unmatchedRows++;
      if (unmatched.size() < MOST_UNFIT) {
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
              ? LocalDate.parse(text).atTime(12, 0).atZone(rest.handing().zone()).toInstant()
              : Instant.parse(text));
    } catch (DateTimeException notAMoment) {
      return Optional.empty();
    }
  }

  /** Something that takes rows. */
  private interface Takes {
    void take(CSVRecord row);
  }

  private static void eachRow(InputStream content, Takes takes) {
    try (var rows = CsvText.rows(content)) {
      for (CSVRecord row : rows) {
        takes.take(row);
      }
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (UncheckedIOException brokenQuotes) {
      throw new Refused(
          "file",
          "not_a_table",
          "The table breaks off where a quotation mark is not closed. Rows before it are kept.");
    }
  }
}
