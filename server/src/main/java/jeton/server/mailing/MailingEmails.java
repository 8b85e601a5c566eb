package jeton.server.mailing;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.email.EmailContent;
import jeton.server.email.EmailSource;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.OutgoingEmail;
import jeton.server.people.Lists;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What emails to many say: as they were set off, to whoever is on the list still. */
@Component
@Order(5)
class MailingEmails implements EmailSource, DeliveryListener {
  private final Issues issues;
  private final Lists lists;
  private final History history;

  /** One object for each version, so that those who write it can tell that it is the same. */
  private final Cache<OutgoingEmail.Copy, EmailContent> versions =
      Caffeine.newBuilder().maximumSize(100).build();

  MailingEmails(Issues issues, Lists lists, History history) {
    this.issues = issues;
    this.lists = lists;
    this.history = history;
  }

  @Override
  public OutgoingEmail.Kind kind() {
    return OutgoingEmail.Kind.MAILING;
  }

  @Override
  public Map<Long, EmailContent> contents(List<Claimed> batch) {
    Set<Long> ids = issueIds(batch);
    Map<Long, Issue> known = issues.fixed(ids);
    Map<Long, Issue.State> states = issues.states(ids);
    Map<Long, Set<Long>> onList = new HashMap<>();
    known.forEach(
        (id, issue) ->
            onList
                .computeIfAbsent(issue.listId(), list -> new HashSet<>())
                .addAll(lists.onList(issue.listId(), readers(batch, id))));
    Map<Long, EmailContent> contents = new HashMap<>();
    for (Claimed claimed : batch) {
      OutgoingEmail.Copy copy = claimed.email().copy().orElseThrow();
      Issue issue = known.get(copy.issueId());
      boolean wanted =
          issue != null
              && states.get(copy.issueId()) != Issue.State.STOPPED
              && onList.get(issue.listId()).contains(claimed.email().personId());
      if (wanted) {
        contents.put(claimed.outboxId(), versions.get(copy, version -> content(issue, version)));
      }
    }
    return contents;
  }

  private static List<Long> readers(List<Claimed> batch, long issueId) {
    return batch.stream()
        .filter(claimed -> claimed.email().copy().orElseThrow().issueId() == issueId)
        .map(claimed -> claimed.email().personId())
        .toList();
  }

  private static EmailContent content(Issue issue, OutgoingEmail.Copy copy) {
    EmailContent content = issue.settings().content();
    return "B".equals(copy.version())
        ? issue.settings().subjects().map(two -> content.withSubject(two.subject())).orElse(content)
        : content;
  }

  @Override
  public Map<Long, String> makeLinks(List<Written> batch) {
    return Map.of();
  }

  @Override
  public Set<Long> held(List<Claimed> batch) {
    Map<Long, Issue.State> states = issues.states(issueIds(batch));
    return batch.stream()
        .filter(
            claimed ->
                states.get(claimed.email().copy().orElseThrow().issueId()) == Issue.State.PAUSED)
        .map(Claimed::outboxId)
        .collect(Collectors.toSet());
  }

  @Override
  public Map<Long, Long> lists(List<Claimed> batch) {
    Map<Long, Issue> known = issues.fixed(issueIds(batch));
    Map<Long, Long> ids = new HashMap<>();
    for (Claimed claimed : batch) {
      Issue issue = known.get(claimed.email().copy().orElseThrow().issueId());
      if (issue != null) {
        ids.put(claimed.outboxId(), issue.listId());
      }
    }
    return ids;
  }

  private static Set<Long> issueIds(List<Claimed> batch) {
    return batch.stream()
        .map(claimed -> claimed.email().copy().orElseThrow().issueId())
        .collect(Collectors.toSet());
  }

  @Override
  public void settled(List<Settled> batch, Instant at) {
    history.noteAll(
        batch.stream()
            .filter(settled -> settled.outcome() == Outcome.SENT)
            .filter(settled -> settled.email().kind() == OutgoingEmail.Kind.MAILING)
            .map(
                settled ->
                    History.Event.of(
                        at,
                        History.Kind.MAILING_SENT,
                        settled.email().personId(),
                        settled.email().offerId(),
                        settled.detail()))
            .toList());
  }
}
