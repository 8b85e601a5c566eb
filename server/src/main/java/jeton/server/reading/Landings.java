package jeton.server.reading;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.email.FillInText;
import jeton.core.email.Landing;
import jeton.core.email.LinkTag;
import jeton.server.business.Business;
import jeton.server.email.EmailSource;
import jeton.server.email.EmailWriter;
import jeton.server.email.GiftSource;
import jeton.server.email.Links;
import jeton.server.mail.Outbox;
import jeton.server.people.People;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Where a link in somebody's email leads, and the tags a click on it changes. */
@Component
class Landings {
  private final Links links;
  private final People people;
  private final Business business;
  private final ObjectProvider<EmailSource> sources;
  private final ObjectProvider<GiftSource> gifts;

  Landings(
      Links links,
      People people,
      Business business,
      ObjectProvider<EmailSource> sources,
      ObjectProvider<GiftSource> gifts) {
    this.links = links;
    this.people = people;
    this.business = business;
    this.sources = sources;
    this.gifts = gifts;
  }

  /** A link as it was written; empty when the address is gone. */
  Optional<String> href(long linkId) {
    return links.href(linkId);
  }

  /** The same with what its fill-ins stand for, for the one who got the email. */
  String filled(String href, Outbox.Sent sent) {
    FillInText text = FillInText.ofSaved(href);
    Map<String, String> answers = new HashMap<>();
    if (text.namesAnswers()) {
      long personId = sent.email().personId();
      answers.putAll(people.answers(personId));
      gifts.ifAvailable(known -> answers.putAll(known.told(personId, sent.email().offerId())));
    }
    EmailWriter.Reader reader =
        new EmailWriter.Reader(sent.firstName(), sent.to(), sent.offerName(), "", "", answers);
    return text.fill(EmailWriter.values(reader, business.now().settings()), Landing.URL);
  }

  /** What the email, as it is now, says a click on this link changes. */
  List<LinkTag> tags(long outboxId, Outbox.Sent sent, String href) {
    Optional<EmailContent> content =
        sources.stream()
            .filter(source -> source.kind() == sent.email().kind())
            .map(s -> s.contents(List.of(new EmailSource.Claimed(outboxId, sent.email()))))
            .flatMap(contents -> contents.values().stream())
            .findFirst();
    return content.map(EmailContent::linkTags).orElse(List.of()).stream()
        .filter(tag -> tag.href().equals(href))
        .toList();
  }
}
