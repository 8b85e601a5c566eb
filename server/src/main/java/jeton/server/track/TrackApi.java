package jeton.server.track;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.problem.Problem;
import jeton.core.readiness.Finding;
import jeton.core.readiness.Readiness;
import jeton.server.business.PublicUrl;
import jeton.server.files.StoredFiles;
import jeton.server.history.History;
import jeton.server.mail.Engine;
import jeton.server.mail.Outbox;
import jeton.server.numbers.Numbers;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.problem.Refused;
import jeton.server.readiness.Fixes;
import jeton.server.readiness.ReadinessCheck;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
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

/** Offers with their tracks over HTTP, and Today. */
@RestController
@RequestMapping("/api")
class TrackApi {
  private static final Duration A_DAY = Duration.ofDays(1);
  private static final int MOST_NEWS = 60;
  private final Offers offers;
  private final Numbers numbers;
  private final ReadinessCheck readiness;
  private final Desk desk;
  private final Clock clock;

  TrackApi(Offers offers, Numbers numbers, ReadinessCheck readiness, Desk desk, Clock clock) {
    this.offers = offers;
    this.numbers = numbers;
    this.readiness = readiness;
    this.desk = desk;
    this.clock = clock;
  }

  /** What lies beside the offers. */
  @org.springframework.stereotype.Component
  record Desk(History history, Engine engine, Fixes fixes, PublicUrl publicUrl) {}

  record Made(String name, OfferKind kind) {}

  record OfferSave(int version, OfferSettings settings) {}

  record StateChange(OfferState state) {}

  record OfferView(
      Offer offer,
      String address,
      Numbers.Track track,
      List<Numbers.Share> shares,
      List<Finding> findings,
      boolean mayGoLive) {}

  record Today(
      Instant now,
      List<OfferView> offers,
      List<History.Told> news,
      Outbox.State outbox,
      long waitingToConfirm) {}

  @GetMapping("/today")
  Today today() {
    Instant now = clock.instant();
    return new Today(
        now,
        list(),
        desk.history().since(now.minus(A_DAY), MOST_NEWS),
        desk.engine().state(),
        numbers.waitingToConfirm());
  }

  @GetMapping("/offers")
  List<OfferView> list() {
    List<Offer> all = offers.all();
    Map<Long, Numbers.Track> tracks = numbers.tracks(all.stream().map(Offer::id).toList());
    return all.stream()
        .map(o -> view(o, tracks.getOrDefault(o.id(), Numbers.Track.EMPTY)))
        .toList();
  }

  @PostMapping("/offers")
  @ResponseStatus(HttpStatus.CREATED)
  OfferView make(@RequestBody Made made) {
    return view(offers.make(made.name(), made.kind()));
  }

  @GetMapping("/offers/{id}")
  OfferView get(@PathVariable long id) {
    return view(offers.get(id));
  }

  @PutMapping("/offers/{id}")
  OfferView put(@PathVariable long id, @RequestBody OfferSave save) {
    return view(offers.save(id, save.version(), save.settings()));
  }

  /** Going live waits for the grave findings. */
  @PutMapping("/offers/{id}/state")
  OfferView changeState(@PathVariable long id, @RequestBody StateChange change) {
    if (change.state() == OfferState.LIVE) {
      List<Finding> findings = readiness.of(offers.get(id));
      if (!Readiness.mayGoLive(findings)) {
        throw new Refused(
            findings.stream()
                .filter(finding -> finding.severity() == Finding.Severity.GRAVE)
                .map(finding -> new Problem("readiness", finding.code(), finding.message()))
                .toList());
      }
    }
    return view(offers.changeState(id, change.state()));
  }

  /** Which finding is to be cured. */
  record Cure(String code, String control) {}

  @PostMapping("/offers/{id}/fixes")
  OfferView fix(@PathVariable long id, @RequestBody Cure cure) {
    desk.fixes().fix(id, cure.code(), cure.control());
    return view(offers.get(id));
  }

  /** The body is the file itself, streamed. */
  @PostMapping(path = "/offers/{id}/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  OfferView addFile(
      @PathVariable long id,
      @RequestParam String name,
      @RequestParam Optional<Long> replaces,
      HttpServletRequest request)
      throws IOException {
    if (request.getContentLengthLong() > StoredFiles.MOST_FILE) {
      throw new Refused("file", "too_large", "A file can have up to 200 MB. Nothing was changed.");
    }
    Offer offer =
        replaces.isPresent()
            ? offers.replaceFile(id, replaces.get(), name, request.getInputStream())
            : offers.addFile(id, name, request.getInputStream());
    return view(offer);
  }

  @DeleteMapping("/offers/{id}/files/{fileId}")
  OfferView removeFile(@PathVariable long id, @PathVariable long fileId) {
    return view(offers.removeFile(id, fileId));
  }

  private OfferView view(Offer offer) {
    return view(offer, numbers.track(offer.id()));
  }

  private OfferView view(Offer offer, Numbers.Track track) {
    List<Finding> findings = readiness.of(offer);
    return new OfferView(
        offer,
        desk.publicUrl().of("/o/" + offer.settings().slug()),
        track,
        track.shares(),
        findings,
        Readiness.mayGoLive(findings));
  }
}
