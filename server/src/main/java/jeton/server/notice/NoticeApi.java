package jeton.server.notice;

import io.swagger.v3.oas.annotations.Parameter;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.server.email.OwnerMail;
import jeton.server.problem.Refused;
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

/** Who is told what, over HTTP. */
@RestController
@RequestMapping("/api/notices/readers")
class NoticeApi {
  private final NoticeReaders readers;
  private final Digests digests;
  private final OwnerMail mail;
  private final NoticeMail leaves;

  NoticeApi(NoticeReaders readers, Digests digests, OwnerMail mail, NoticeMail leaves) {
    this.readers = readers;
    this.digests = digests;
    this.mail = mail;
    this.leaves = leaves;
  }

  /** How a reader stands. */
  enum ReaderState {
    /** Asked, and not answered yet. */
    ASKED,
    TOLD,
    /** They said no. */
    STOPPED
  }

  /**
   * Somebody who is told.
   *
   * @param owner whether they work here; names and addresses are told to them in any case
   * @param mine whether it is whoever asks
   */
  record NoticeReaderView(
      long id,
      String email,
      boolean owner,
      boolean mine,
      ReaderState state,
      Optional<Instant> confirmedAt,
      int version,
      NoticeSettings settings) {}

  record NewReader(String email) {}

  record NoticeDraft(int version, NoticeSettings settings) {}

  /** A digest as it would be now. */
  record DigestSample(String subject, String html) {}

  @GetMapping
  List<NoticeReaderView> all(@Parameter(hidden = true) Principal principal) {
    return readers.all().stream().map(reader -> view(reader, principal)).toList();
  }

  @PostMapping
  List<NoticeReaderView> add(
      @RequestBody NewReader added, @Parameter(hidden = true) Principal principal) {
    String email = added.email() == null ? "" : added.email();
    return readers.add(email).stream().map(reader -> view(reader, principal)).toList();
  }

  @GetMapping("/{id}")
  NoticeReaderView one(@PathVariable long id, @Parameter(hidden = true) Principal principal) {
    return view(readers.get(id), principal);
  }

  @PutMapping("/{id}")
  NoticeReaderView save(
      @PathVariable long id,
      @RequestBody NoticeDraft draft,
      @Parameter(hidden = true) Principal principal) {
    return view(readers.save(id, draft.version(), draft.settings()), principal);
  }

  @PostMapping("/{id}/ask")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void ask(@PathVariable long id) {
    readers.askAgain(id);
  }

  @DeleteMapping("/{id}")
  List<NoticeReaderView> remove(
      @PathVariable long id, @Parameter(hidden = true) Principal principal) {
    return readers.remove(id).stream().map(reader -> view(reader, principal)).toList();
  }

  @GetMapping("/{id}/digest")
  DigestSample sample(@PathVariable long id, @RequestParam NoticePace pace) {
    EmailContent content = digests.sample(readers.get(id), pace);
    return new DigestSample(content.subject(), mail.html(content));
  }

  @PostMapping("/{id}/digest")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void send(@PathVariable long id, @RequestParam NoticePace pace) {
    NoticeReader reader = readers.get(id);
    if (!reader.isTold()) {
      throw new Refused("email", "not_confirmed", "This address has not said yes yet.");
    }
    if (!leaves.send(reader, digests.sample(reader, pace))) {
      throw new Refused(
          "email", "not_sent", "The mail server did not take it. Look at Setup, Sending.");
    }
  }

  private static NoticeReaderView view(NoticeReader reader, Principal principal) {
    boolean mine =
        reader.ownerId().map(id -> id.toString().equals(principal.getName())).orElse(false);
    ReaderState state =
        reader.stoppedAt().isPresent()
            ? ReaderState.STOPPED
            : reader.isTold() ? ReaderState.TOLD : ReaderState.ASKED;
    return new NoticeReaderView(
        reader.id(),
        reader.email(),
        reader.ownerId().isPresent(),
        mine,
        state,
        reader.confirmedAt(),
        reader.version(),
        reader.settings());
  }
}
