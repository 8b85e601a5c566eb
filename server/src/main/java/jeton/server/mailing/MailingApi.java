package jeton.server.mailing;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.mailing.MailingSettings;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Emails to many over HTTP. */
@RestController
@RequestMapping("/api/mailings")
class MailingApi {
  private static final int MOST_PAGE = 100;
  private final Mailings mailings;
  private final Issues issues;
  private final Outlook outlook;

  MailingApi(Mailings mailings, Issues issues, Outlook outlook) {
    this.mailings = mailings;
    this.issues = issues;
    this.outlook = outlook;
  }

  record MailingMade(EmailContent content) {}

  record MailingDraft(int version, MailingSettings settings) {}

  record MailingVersion(int version) {}

  /** What is to become of what goes out. */
  enum IssueAct {
    PAUSE,
    GO_ON,
    STOP
  }

  record IssueChange(IssueAct act) {}

  /** One going-out with what became of it, by version. */
  record IssueView(
      long id,
      int number,
      Instant plannedAt,
      Instant begunAt,
      Issue.State state,
      long people,
      boolean filling,
      Optional<Instant> decideAt,
      Optional<String> chosen,
      Optional<String> trouble,
      IssueNumbers numbers,
      Map<String, IssueNumbers> versions) {}

  record MailingView(
      long id,
      int version,
      MailingSettings settings,
      Mailing.State state,
      Optional<Instant> nextAt,
      Optional<Long> againOf,
      Instant updatedAt,
      List<IssueView> issues) {}

  /** A page of emails to many. */
  record MailingPage(List<MailingView> mailings, long total) {}

  @GetMapping
  MailingPage all(
      @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = "30") int size) {
    int wanted = Math.max(1, Math.min(size, MOST_PAGE));
    List<Mailing> some = mailings.newest((long) Math.max(0, page) * wanted, wanted);
    return new MailingPage(views(some), mailings.count());
  }

  @PostMapping
  MailingView add(@RequestBody MailingMade made) {
    return view(mailings.add(made.content()));
  }

  @GetMapping("/{id}")
  MailingView get(@PathVariable long id) {
    return view(mailings.get(id));
  }

  @PutMapping("/{id}")
  MailingView save(@PathVariable long id, @RequestBody MailingDraft draft) {
    return view(mailings.save(id, draft.version(), draft.settings()));
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id) {
    mailings.remove(id);
  }

  @PostMapping("/{id}/copy")
  MailingView copy(@PathVariable long id) {
    return view(mailings.copy(id));
  }

  @PostMapping("/{id}/again")
  MailingView again(@PathVariable long id) {
    return view(mailings.again(id));
  }

  /** What would happen, for settings that need not be saved. */
  @PostMapping("/{id}/outlook")
  Outlook.Forecast outlook(@PathVariable long id, @RequestBody MailingSettings settings) {
    return outlook.of(id, settings);
  }

  @PostMapping("/{id}/schedule")
  MailingView schedule(@PathVariable long id, @RequestBody MailingVersion version) {
    return view(mailings.schedule(id, version.version()));
  }

  @PostMapping("/{id}/call-off")
  MailingView callOff(@PathVariable long id) {
    return view(mailings.callOff(id));
  }

  @PutMapping("/{id}/issues/{issueId}")
  MailingView change(
      @PathVariable long id, @PathVariable long issueId, @RequestBody IssueChange change) {
    switch (change.act()) {
      case PAUSE -> issues.pause(issueId);
      case GO_ON -> issues.goOn(issueId);
      case STOP -> issues.stop(issueId);
    }
    return get(id);
  }

  private MailingView view(Mailing mailing) {
    return views(List.of(mailing)).get(0);
  }

  private List<MailingView> views(List<Mailing> some) {
    List<Issue> gone = issues.of(some.stream().map(Mailing::id).toList());
    Map<Long, Map<String, IssueNumbers>> numbers =
        issues.numbers(gone.stream().map(Issue::id).toList());
    return some.stream()
        .map(
            mailing ->
                new MailingView(
                    mailing.id(),
                    mailing.version(),
                    mailing.settings(),
                    mailing.state(),
                    mailing.nextAt(),
                    mailing.againOf(),
                    mailing.updatedAt(),
                    gone.stream()
                        .filter(issue -> issue.mailingId() == mailing.id())
                        .map(issue -> view(issue, numbers.getOrDefault(issue.id(), Map.of())))
                        .toList()))
        .toList();
  }

  private static IssueView view(Issue issue, Map<String, IssueNumbers> versions) {
    return new IssueView(
        issue.id(),
        issue.number(),
        issue.plannedAt(),
        issue.begunAt(),
        issue.state(),
        issue.people(),
        issue.state() == Issue.State.BEGUN || issue.state() == Issue.State.FILLING,
        issue.decideAt(),
        issue.chosen(),
        issue.trouble(),
        versions.values().stream().reduce(IssueNumbers.NONE, IssueNumbers::plus),
        new HashMap<>(versions));
  }
}
