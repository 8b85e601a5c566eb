package jeton.core.display;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * To whom a form shows (rule D2).
 *
 * @param notYetSignedUp only to those who have not signed up for this offer
 * @param leastPages pages seen this visit, this one included, 1 to 50
 * @param cameFrom part of the referrer's address or of a campaign tag; any of them will do; empty:
 *     from anywhere
 */
public record Audience(
    boolean notYetSignedUp, Who who, int leastPages, Devices devices, List<String> cameFrom) {
  /** Everybody who has not signed up yet: what a new form starts with. */
  public static final Audience NOT_YET_SIGNED_UP =
      new Audience(true, Who.EVERYBODY, 1, Devices.ANY, List.of());

  /** New visitors, returning ones, or both. */
  public enum Who {
    EVERYBODY,
    NEW,
    RETURNING
  }

  /** On what they look. */
  public enum Devices {
    ANY,
    DESKTOP,
    MOBILE
  }

  public Audience {
    who = who == null ? Who.EVERYBODY : who;
    devices = devices == null ? Devices.ANY : devices;
    leastPages = Math.max(1, leastPages);
    cameFrom = cameFrom == null ? List.of() : List.copyOf(cameFrom);
  }

  /** Why this visitor is not meant; empty when they are. */
  Optional<Reason> excludes(Visit visit, boolean signedUp) {
    if (notYetSignedUp && signedUp) {
      return Optional.of(Reason.SIGNED_UP);
    }
    if (who != Who.EVERYBODY && visit.returning() != (who == Who.RETURNING)) {
      return Optional.of(Reason.NEW_OR_RETURNING);
    }
    if (visit.pages() < leastPages) {
      return Optional.of(Reason.TOO_FEW_PAGES);
    }
    if (devices != Devices.ANY && visit.mobile() != (devices == Devices.MOBILE)) {
      return Optional.of(Reason.DEVICE);
    }
    return cameFrom.isEmpty() || cameFrom.stream().anyMatch(part -> from(part, visit))
        ? Optional.empty()
        : Optional.of(Reason.CAME_FROM);
  }

  private static boolean from(String part, Visit visit) {
    String wanted = part.toLowerCase(Locale.ROOT);
    return (visit.referrer() + " " + visit.campaign()).toLowerCase(Locale.ROOT).contains(wanted);
  }
}
