package jeton.server.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import jeton.core.email.EmailContent;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.request.Paging;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
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
  public record LibraryEmail(
      OutgoingEmail.Kind kind, Optional<Long> emailId, EmailContent content, List<EmailUse> uses) {}

  /**
   * Where it is used.
   *
   * @param name of the offer or sequence
   * @param ready whether it goes out there
   */
  public record EmailUse(
      Optional<Long> offerId,
      Optional<Long> sequenceId,
      Optional<Long> stepId,
      String name,
      boolean ready) {}

  /**
   * A page of emails.
   *
   * @param total how many there are with these words
   */
  public record LibraryPage(List<LibraryEmail> rows, long total) {}

  /**
   * Emails by words of their subjects, preview lines and places.
   *
   * @param shareable only those that sequences can share
   * @param page from 0
   */
  LibraryPage page(Optional<String> words, boolean shareable, Optional<Integer> page) {
    List<LibraryEmail> found =
        all().stream()
            .filter(email -> !shareable || email.emailId().isPresent())
            .filter(email -> Paging.holds(words, texts(email)))
            .toList();
    return new LibraryPage(Paging.page(found, page), found.size());
  }

  private static Stream<String> texts(LibraryEmail email) {
    return Stream.concat(
        Stream.of(email.content().subject(), email.content().preview()),
        email.uses().stream().map(EmailUse::name));
  }

  /** Confirmations and deliveries by offer, then the emails of sequences; from memory. */
  public List<LibraryEmail> all() {
    List<LibraryEmail> lines = new ArrayList<>();
    for (Offer offer : offers.known()) {
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
    Map<Long, LibraryEmail> shared = new TreeMap<>();
    for (Sequence sequence : sequences.remembered()) {
      Optional<Long> offerId = sequences.rememberedOffers(sequence.id()).stream().findFirst();
      for (Sequence.Email email : sequence.steps()) {
        EmailUse use =
            new EmailUse(
                offerId,
                Optional.of(sequence.id()),
                Optional.of(email.step().id()),
                sequence.name(),
                email.step().ready());
        shared
            .computeIfAbsent(
                email.emailId(),
                id ->
                    new LibraryEmail(
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

  private static LibraryEmail ofOffer(
      Offer offer, OutgoingEmail.Kind kind, EmailContent content, boolean ready) {
    return new LibraryEmail(
        kind,
        Optional.empty(),
        content,
        List.of(
            new EmailUse(
                Optional.of(offer.id()),
                Optional.empty(),
                Optional.empty(),
                offer.settings().name(),
                ready)));
  }
}
