package jeton.server.mail;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import jeton.core.mail.AnswerClass;
import jeton.core.people.FirstName;
import jeton.core.people.PersonState;
import jeton.server.smtp.MailTransport;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/** Has the emails of a batch drawn, and says what is to become of those that are not. */
@Component
class BatchDrawing {
  /** Claims of which nothing was recorded, before an email is set aside. */
  static final int MOST_CLAIMS = 5;

  private final Supplier<EmailDrawer> drawer;

  /** The drawer comes late: it belongs to a capability that uses the outbox. */
  BatchDrawing(ObjectProvider<EmailDrawer> drawer) {
    this.drawer = SingletonSupplier.of(drawer::getObject);
  }

  /** An email that is drawn, and can be written. */
  record Job(OutboxStore.Row row, EmailDrawer.Drawing.Ready draft) {}

  /** Has wanted rows drawn; notes in the round what became of the others. */
  Deque<Job> drawn(List<OutboxStore.Row> rows, Settlement.Round round) {
    List<EmailDrawer.Claimed> claimed = new ArrayList<>();
    for (OutboxStore.Row row : rows) {
      if (row.claims() > MOST_CLAIMS) {
        round.setAside(row, row.claims() - 1 + " times tried and nothing recorded of it");
      } else if (mayGet(row)) {
        claimed.add(claimed(row));
      } else {
        round.unwanted(row);
      }
    }
    Map<Long, EmailDrawer.Drawing> drawings =
        claimed.isEmpty() ? Map.of() : drawer.get().draw(claimed);
    Deque<Job> jobs = new ArrayDeque<>();
    Set<Long> asked =
        claimed.stream()
            .map(EmailDrawer.Claimed::outboxId)
            .collect(java.util.stream.Collectors.toSet());
    for (OutboxStore.Row row : rows) {
      EmailDrawer.Drawing drawing = drawings.get(row.id());
      if (drawing instanceof EmailDrawer.Drawing.Ready draft) {
        jobs.add(new Job(row, draft));
      } else if (drawing instanceof EmailDrawer.Drawing.Failed failed) {
        notDrawn(row, failed.why(), round);
      } else if (drawing instanceof EmailDrawer.Drawing.Held) {
        round.held(row);
      } else if (asked.contains(row.id())) {
        round.unwanted(row);
      }
    }
    return jobs;
  }

  /** It stops itself alone, after some attempts: what it failed for may be mended meanwhile. */
  private static void notDrawn(OutboxStore.Row row, String why, Settlement.Round round) {
    if (row.failures() + 1 >= MOST_CLAIMS) {
      round.setAside(row, why);
    } else {
      round.tried(new Settlement.Result(row, new MailTransport.Answer(AnswerClass.BUSY, why), ""));
    }
  }

  private static EmailDrawer.Claimed claimed(OutboxStore.Row row) {
    // Anybody can type anything for somebody else's address: only a name is passed on (S14).
    String name = row.confirmed() || FirstName.looksLikeOne(row.firstName()) ? row.firstName() : "";
    return new EmailDrawer.Claimed(
        row.id(),
        row.email(),
        new EmailDrawer.Reader(
            row.to(), row.messageId(), name, row.confirmed(), row.untracked(), row.offerName()));
  }

  /**
   * Waiting people get confirmations, and so do the unreachable, who may be reachable again; those
   * who left get nothing but what they ask for, the blocked nothing at all.
   */
  private static boolean mayGet(OutboxStore.Row row) {
    return switch (row.email().kind()) {
      case CONFIRMATION -> row.state() != PersonState.BLOCKED;
      case DELIVERY -> row.state() != PersonState.BLOCKED && row.state() != PersonState.UNREACHABLE;
      case FOLLOW_UP, MAILING -> row.state() == PersonState.ON_THE_LIST;
    };
  }
}
