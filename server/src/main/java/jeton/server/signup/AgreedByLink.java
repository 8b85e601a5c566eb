package jeton.server.signup;

import java.util.List;
import java.util.Optional;
import jeton.core.email.LinkTag;
import jeton.core.people.PersonState;
import jeton.server.mail.OutgoingEmail;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.reading.ClickListener;
import org.springframework.stereotype.Component;

/**
 * Somebody on the list who signs up in a form of another list is asked for no confirmation (S3). A
 * link of the delivery email, sent to them, shows that it was they (S12): from then on they are on
 * that list too.
 */
@Component
class AgreedByLink implements ClickListener {
  private final SignUpStore store;
  private final People people;
  private final Lists lists;

  AgreedByLink(SignUpStore store, People people, Lists lists) {
    this.store = store;
    this.people = people;
    this.lists = lists;
  }

  @Override
  public void clicked(OutgoingEmail email, List<LinkTag> changes) {
    if (email.kind() != OutgoingEmail.Kind.DELIVERY) {
      return;
    }
    List<Long> agreed = store.lists(email.personId(), email.ofOffer());
    if (lists.of(email.personId()).stream()
        .map(Lists.Membership::listId)
        .toList()
        .containsAll(agreed)) {
      return;
    }
    if (people.lock(email.personId()).state() == PersonState.ON_THE_LIST) {
      lists.join(email.personId(), agreed, Optional.of(email.ofOffer()));
    }
  }
}
