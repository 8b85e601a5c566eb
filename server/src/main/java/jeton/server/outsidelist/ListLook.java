package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.core.outsidelist.ServiceDescription;
import org.springframework.stereotype.Service;

/**
 * Looks whether what was chosen is still there: a list that was renamed is known by its key, one
 * that is gone is told, and fields and tags that are gone are left out and told.
 */
@Service
class ListLook {
  private static final Duration EVERY = Duration.ofHours(1);
  private static final Duration AFTER_REFUSALS = Duration.ofSeconds(30);

  private final OutsideListStore store;
  private final ListTalk talk;
  private final Clock clock;

  ListLook(OutsideListStore store, ListTalk talk, Clock clock) {
    this.store = store;
    this.talk = talk;
    this.clock = clock;
  }

  /** Looks once an hour. */
  void ifDue(OutsideList list) {
    lookAfter(list, EVERY);
  }

  /** Looks because people were refused; seldom, since there may be other reasons for that. */
  void afterRefusals(OutsideList list) {
    lookAfter(list, AFTER_REFUSALS);
  }

  private void lookAfter(OutsideList list, Duration pause) {
    Instant now = clock.instant();
    Instant before = now.minus(pause);
    boolean isDue = list.lookedAt().map(at -> at.isBefore(before)).orElse(true);
    if (isDue && store.takesLook(list.id(), before, now)) {
      look(list);
    }
  }

  private void look(OutsideList list) {
    ServiceDescription service = list.settings().description();
    Set<String> lists = chosen(list.settings().list().stream().toList());
    Optional<Set<String>> goneLists = gone(list, service.lists(), lists);
    Optional<Set<String>> goneFields =
        gone(list, service.fields(), list.settings().fields().keySet());
    Optional<Set<String>> goneTags = gone(list, service.tags(), chosen(list.settings().tags()));
    if (goneLists.isEmpty() || goneFields.isEmpty() || goneTags.isEmpty()) {
      // Away just now: what was known before stays so.
      return;
    }
    List<String> words = new ArrayList<>();
    Set<String> gone = new TreeSet<>(goneFields.get());
    gone.forEach(key -> words.add("the field “" + key + "”"));
    list.settings().tags().stream()
        .filter(tag -> goneTags.get().contains(tag.key()))
        .forEach(tag -> words.add("the tag “" + tag.title() + "”"));
    gone.addAll(goneTags.get());
    store.looked(list, gone, trouble(list, goneLists.get(), words), clock.instant());
  }

  private static Optional<OutsideList.OutsideTrouble> trouble(
      OutsideList list, Set<String> goneLists, List<String> words) {
    if (!goneLists.isEmpty()) {
      String title =
          list.settings().list().map(OutsideListSettings.ServiceChoice::title).orElse("its list");
      return Optional.of(
          new OutsideList.OutsideTrouble(
              OutsideList.TroubleKind.LIST,
              "The list “"
                  + title
                  + "” is not there any more. Choose another; who waits is kept."));
    }
    return words.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new OutsideList.OutsideTrouble(
                OutsideList.TroubleKind.GONE,
                "Not there any more: "
                    + String.join(", ", words)
                    + ". People are handed on without; map or choose anew."));
  }

  private static Set<String> chosen(Collection<OutsideListSettings.ServiceChoice> all) {
    return all.stream().map(OutsideListSettings.ServiceChoice::key).collect(Collectors.toSet());
  }

  /** Which of these are not there; empty where nobody could say. */
  private Optional<Set<String>> gone(
      OutsideList list, Optional<ServiceDescription.ServiceChoices> choices, Set<String> wanted) {
    if (choices.isEmpty() || wanted.isEmpty()) {
      return Optional.of(Set.of());
    }
    ListTalk.Offered offered = talk.choices(list, choices.get());
    boolean isListGone = offered.exchange().isNotFound();
    if (offered.exchange().meaning() != Exchange.Meaning.TAKEN && !isListGone) {
      return Optional.empty();
    }
    Set<String> gone = new TreeSet<>(wanted);
    gone.removeAll(chosen(offered.all()));
    return Optional.of(gone);
  }
}
