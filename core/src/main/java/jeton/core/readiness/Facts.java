package jeton.core.readiness;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.display.Shape;
import jeton.core.email.EmailContent;
import jeton.core.followup.Pace;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Step;
import jeton.core.form.FormSettings;
import jeton.core.handover.HandOverSettings;
import jeton.core.incentive.Lack;
import jeton.core.people.TagName;

/**
 * Everything Readiness looks at.
 *
 * @param lacks what keeps what is given from being given
 * @param forms what asks, the hosted page first
 * @param tags those that exist
 * @param lists numbers of the lists there are (L1)
 * @param trials of two versions that run
 * @param timing by what a sign-up is judged
 */
public record Facts(
    List<Lack> lacks,
    Business business,
    List<Asking> forms,
    ConfirmSettings confirm,
    HandOverSettings handOver,
    FollowUp followUp,
    Set<String> tags,
    Set<Long> lists,
    List<Trying> trials,
    Timing timing) {

  public Facts {
    tags = tags.stream().map(TagName::key).collect(Collectors.toUnmodifiableSet());
  }

  /** What Setup knows. */
  public record Business(
      String postalAddress,
      String senderName,
      String senderEmail,
      Map<String, String> whenUnknown,
      Mail mail,
      Install install) {}

  /**
   * How the install stands on its machine.
   *
   * @param encrypted whether visitors reach it by https
   * @param listensToAll whether it can be reached past what stands in front of it
   * @param unnamedProxy whether a proxy asks for others without being named
   * @param backupMissed whether the last good back-up is too long ago
   */
  public record Install(
      boolean encrypted, boolean listensToAll, boolean unnamedProxy, boolean backupMissed) {
    /** Nothing to say against it. */
    public static final Install WISE = new Install(true, false, false, false);
  }

  /**
   * How emails leave and where their links lead.
   *
   * @param known whether a mail server is set up
   * @param signIn by what name we sign in there; empty for none
   * @param encrypted whether nobody can read the sign-in on the way
   * @param onlyHere whether the mail server is on this very machine
   * @param publicHost host of the links in emails
   */
  public record Mail(
      boolean known, String signIn, boolean encrypted, boolean onlyHere, String publicHost) {}

  /**
   * A form.
   *
   * @param seenAt when a site last showed it; empty for never, and for the hosted page
   */
  public record Asking(
      String key, Shape shape, boolean on, FormSettings settings, Optional<Instant> seenAt) {}

  /** The follow-up in order, with what each email says. */
  public record FollowUp(List<Written> steps, SequenceRules rules, boolean paused) {
    /** The steps that send. */
    List<Written> ready() {
      return steps.stream().filter(written -> written.step().ready()).toList();
    }

    List<Step> timing() {
      return steps.stream().map(Written::step).toList();
    }

    EmailContent emailOf(Step step) {
      return steps.stream()
          .filter(written -> written.step().equals(step))
          .findFirst()
          .orElseThrow()
          .email();
    }
  }

  /**
   * Two versions being tried (X1).
   *
   * @param name of what is tried
   * @param left how long until one of them may be taken, at the pace so far; empty when that cannot
   *     be told, or would be no end
   */
  public record Trying(String name, Finding.Stop stop, String control, Optional<Duration> left) {}

  /** A step and its email. */
  public record Written(Step step, EmailContent email) {}

  /**
   * The moment and zone of a sign-up, and the least time between two sequence emails.
   *
   * @param end of the code or pass somebody is given now
   */
  public record Timing(Instant now, ZoneId zone, Duration spacing, Optional<Instant> end) {
    /** Of something without end. */
    public Timing(Instant now, ZoneId zone, Duration spacing) {
      this(now, zone, spacing, Optional.empty());
    }

    /** What runs are timed by. */
    Pace pace() {
      return new Pace(zone, spacing, Optional.empty(), end);
    }
  }

  boolean hasTag(String tag) {
    return tags.contains(TagName.key(tag));
  }
}
