package jeton.server.sequence;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.email.EmailVersions;
import jeton.core.problem.Problems;
import jeton.core.trial.Difference;
import jeton.core.trial.Tested;
import jeton.server.email.EmailSource;
import jeton.server.email.Emails;
import jeton.server.markup.BodyHtml;
import jeton.server.problem.Refused;
import jeton.server.trial.RunningTrials;
import jeton.server.trial.Seats;
import jeton.server.trial.TrialContent;
import jeton.server.trial.Tried;
import jeton.server.trial.VersionTrial;
import org.springframework.stereotype.Component;

/** Two versions of an email of a sequence, wherever it is sent. */
@Component
class EmailTrials implements Tried {
  private final Sequences sequences;
  private final SequenceFillIns fillIns;
  private final Emails emails;
  private final RunningTrials trials;
  private final Seats seats;

  EmailTrials(
      Sequences sequences,
      SequenceFillIns fillIns,
      Emails emails,
      RunningTrials trials,
      Seats seats) {
    this.sequences = sequences;
    this.fillIns = fillIns;
    this.emails = emails;
    this.trials = trials;
    this.seats = seats;
  }

  @Override
  public Tested tested() {
    return Tested.EMAIL;
  }

  /** The sequences that send it. */
  private List<Sequence> senders(long emailId) {
    return sequences.remembered().stream()
        .filter(sequence -> sequence.steps().stream().anyMatch(step -> step.emailId() == emailId))
        .toList();
  }

  @Override
  public Optional<Subject> subject(long targetId) {
    return senders(targetId).stream()
        .findFirst()
        .map(
            sequence ->
                new Subject(
                    emails.get(targetId).content().subject() + ", " + sequence.name(),
                    "/sequences/" + sequence.id(),
                    sequences.rememberedOffers(sequence.id()).stream().findFirst()));
  }

  @Override
  public TrialContent inUse(long targetId) {
    return TrialContent.of(emails.get(targetId).content());
  }

  @Override
  public TrialContent checked(long targetId, TrialContent other) {
    EmailContent clean = BodyHtml.cleaned(of(other));
    Problems problems = new Problems();
    // What one of its sequences does not know cannot be named.
    senders(targetId)
        .forEach(sequence -> clean.check("email", fillIns.of(sequence.id()), problems));
    Refused.unlessNone(problems.list().stream().distinct().toList());
    return TrialContent.of(clean);
  }

  @Override
  public void use(long targetId, TrialContent other) {
    emails.save(targetId, emails.get(targetId).version(), of(other));
  }

  @Override
  public List<Difference> differences(TrialContent a, TrialContent b) {
    return EmailVersions.differences(of(a), of(b));
  }

  private static EmailContent of(TrialContent content) {
    return content
        .email()
        .orElseThrow(() -> new Refused("email", "missing", "This is not an email."));
  }

  /**
   * What each reader is to read, noted with them.
   *
   * @param said what each email says unless two versions are tried, by outbox id
   */
  Map<Long, EmailContent> contents(
      List<EmailSource.Claimed> batch, Map<Long, SequenceStore.Said> said) {
    Map<Long, EmailContent> contents = new HashMap<>();
    List<Seats.Seat> taken = new ArrayList<>();
    for (EmailSource.Claimed claimed : batch) {
      SequenceStore.Said own = said.get(claimed.outboxId());
      if (own != null) {
        Seats.Reader reader = new Seats.Reader(claimed.email().personId(), claimed.outboxId());
        Optional<VersionTrial> trial = trials.running(Tested.EMAIL, own.emailId());
        trial.ifPresent(running -> taken.add(Seats.Seat.of(running, reader)));
        contents.put(
            claimed.outboxId(),
            trial.flatMap(running -> running.emailFor(reader.personId())).orElse(own.content()));
      }
    }
    seats.sent(taken);
    return contents;
  }
}
