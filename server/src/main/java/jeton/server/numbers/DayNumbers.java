package jeton.server.numbers;

import java.time.LocalDate;
import java.util.Map;
import jeton.core.numbers.DayRange;
import org.springframework.stereotype.Service;

/**
 * What was counted by days (N1): views of these days, and how far those have come by now who first
 * signed up for an offer on one of them. At most a second or two behind.
 */
@Service
public class DayNumbers {
  private final DayNumberStore store;

  DayNumbers(DayNumberStore store) {
    this.store = store;
  }

  /** By the form of that first sign-up; forms of which nothing was counted are left out. */
  public Map<Long, Numbers.Track> forms(DayRange days) {
    return store.forms(days);
  }

  /** Which offer each form is of, those among them that were removed since. */
  public Map<Long, Long> offersOfForms() {
    return store.offersOfForms();
  }

  /** How many signed up for an offer for the first time on each day; days with nobody left out. */
  public Map<LocalDate, Long> signUps(DayRange days) {
    return store.signUps(days);
  }
}
