package jeton.server.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jeton.core.email.EmailContent;
import jeton.core.offer.OfferKind;
import jeton.server.form.Forms;
import jeton.server.mailing.Mailing;
import jeton.server.mailing.Mailings;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.people.People;
import org.springframework.stereotype.Service;

/** What conditions about people can name (L3), with the names the owner knows. */
@Service
public class SegmentChoices {
  // What went out longer ago is hardly asked for, and a menu must stay one.
  private static final int MOST_MAILINGS = 500;
  private final Offers offers;
  private final Forms forms;
  private final EmailLibrary library;
  private final Mailings mailings;
  private final People people;

  SegmentChoices(
      Offers offers, Forms forms, EmailLibrary library, Mailings mailings, People people) {
    this.offers = offers;
    this.forms = forms;
    this.library = library;
    this.mailings = mailings;
    this.people = people;
  }

  /** One thing by the key that conditions know it by. */
  public record NamedKey(String key, String name) {}

  /**
   * All there is to choose from.
   *
   * @param emails those of sequences (e and a number) and those to many (m and a number)
   * @param outcomes of quizzes, each the offer's number, a colon and its key
   * @param prizes of wheels, likewise
   * @param pieces of private pages, likewise
   */
  public record PeopleChoices(
      List<NamedKey> offers,
      List<NamedKey> forms,
      List<NamedKey> emails,
      List<NamedKey> outcomes,
      List<NamedKey> prizes,
      List<NamedKey> pieces,
      List<String> sites,
      List<String> campaigns) {}

  /** As things stand now. */
  public PeopleChoices all() {
    PeopleChoices all =
        new PeopleChoices(
            new ArrayList<>(),
            new ArrayList<>(),
            new ArrayList<>(),
            new ArrayList<>(),
            new ArrayList<>(),
            new ArrayList<>(),
            people.sites(),
            people.campaigns());
    for (Offer offer : offers.known()) {
      String name = offer.settings().name();
      all.offers().add(new NamedKey(String.valueOf(offer.id()), name));
      forms
          .rememberedOf(offer.id())
          .forEach(
              form ->
                  all.forms().add(new NamedKey(form.key(), name + ": " + form.settings().name())));
      List<NamedKey> results = offer.kind() == OfferKind.QUIZ ? all.outcomes() : all.prizes();
      results.addAll(keys(offer.id(), name, offer.settings().gives().results()));
      all.pieces().addAll(keys(offer.id(), name, offer.settings().gives().pieceTitles()));
    }
    library
        .all()
        .forEach(
            email ->
                email
                    .emailId()
                    .ifPresent(
                        id -> all.emails().add(new NamedKey("e" + id, subject(email.content())))));
    for (Mailing mailing : mailings.newest(0, MOST_MAILINGS)) {
      if (mailing.issues() > 0) {
        all.emails().add(new NamedKey("m" + mailing.id(), mailing.settings().title()));
      }
    }
    return all;
  }

  private static String subject(EmailContent content) {
    return content.subject().isBlank() ? "No subject yet" : content.subject();
  }

  private static List<NamedKey> keys(long offerId, String offer, Map<String, String> titles) {
    return titles.entrySet().stream()
        .map(title -> new NamedKey(offerId + ":" + title.getKey(), offer + ": " + title.getValue()))
        .toList();
  }
}
