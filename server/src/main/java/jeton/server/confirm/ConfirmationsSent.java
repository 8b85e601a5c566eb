package jeton.server.confirm;

import java.time.Instant;
import java.util.List;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.OutgoingEmail;
import org.springframework.stereotype.Component;

/** Notes in histories that a confirmation was asked for. */
@Component
class ConfirmationsSent implements DeliveryListener {
  private final History history;

  ConfirmationsSent(History history) {
    this.history = history;
  }

  @Override
  public void settled(List<Settled> batch, Instant at) {
    history.noteAll(
        batch.stream()
            .filter(settled -> settled.outcome() == Outcome.SENT)
            .filter(settled -> settled.email().kind() == OutgoingEmail.Kind.CONFIRMATION)
            .map(
                settled ->
                    History.Event.of(
                        at,
                        History.Kind.CONFIRMATION_SENT,
                        settled.email().personId(),
                        settled.email().offerId(),
                        settled.detail()))
            .toList());
  }
}
