package jeton.server.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jeton.core.mail.EmailContent;
import jeton.server.followup.Sequence;
import jeton.server.followup.Sequences;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.springframework.stereotype.Service;

/** All emails there are, with where each is used. */
@Service
public class EmailLibrary {
  private final Offers offers;
  private final Sequences sequences;

  EmailLibrary(Offers offers, Sequences sequences) {
    this.offers = offers;
    this.sequences = sequences;
  }

  /**
   * An email in the list.
   *
   * @param emailId of one that sequences can share; empty for an offer's own
   */
  public record Line(
      OutgoingEmail.Kind kind, Optional<Long> emailId, EmailContent content, List<Use> uses) {}

  /**
   * Where it is used.
   *
   * @param name of the offer or sequence
   * @param ready whether it goes out there
   */
  public record Use(
      Optional<Long> offerId,
      Optional<Long> sequenceId,
      Optional<Long> stepId,
      String name,
      boolean ready) {}

  /** Confirmations and deliveries by offer, then the emails of sequences. */
  public List<Line> all() {
    List<Line> lines = new ArrayList<>();
    for (Offer offer : offers.all()) {
      lines.add(
          ofOffer(
              offer,
              OutgoingEmail.Kind.CONFIRMATION,
              offer.settings().confirm().email(),
              offer.settings().confirm().on()));
      lines.add(
          ofOffer(
              offer,
              OutgoingEmail.Kind.DELIVERY,
              offer.settings().handOver().email(),
              offer.settings().handOver().byEmail()));
    }
    Map<Long, Line> shared = new TreeMap<>();
    for (Sequence sequence : sequences.all()) {
      Optional<Long> offerId = sequences.offers(sequence.id()).stream().findFirst();
      for (Sequence.Email email : sequence.steps()) {
        Use use =
            new Use(
                offerId,
                Optional.of(sequence.id()),
                Optional.of(email.step().id()),
                sequence.name(),
                email.step().ready());
        shared
            .computeIfAbsent(
                email.emailId(),
                id ->
                    new Line(
                        OutgoingEmail.Kind.FOLLOW_UP,
                        Optional.of(id),
                        email.content(),
                        new ArrayList<>()))
            .uses()
            .add(use);
      }
    }
    lines.addAll(shared.values());
    return lines;
  }

  private static Line ofOffer(
      Offer offer, OutgoingEmail.Kind kind, EmailContent content, boolean ready) {
    return new Line(
        kind,
        Optional.empty(),
        content,
        List.of(
            new Use(
                Optional.of(offer.id()),
                Optional.empty(),
                Optional.empty(),
                offer.settings().name(),
                ready)));
  }
}
