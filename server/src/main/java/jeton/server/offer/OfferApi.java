package jeton.server.offer;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.problem.Problem;
import jeton.core.readiness.Finding;
import jeton.core.readiness.Readiness;
import jeton.server.files.StoredFiles;
import jeton.server.problem.Refused;
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

/** Offers over HTTP. */
@RestController
@RequestMapping("/api/offers")
class OfferApi {
  private final Offers offers;
  private final OfferFiles files;
  private final OfferViews views;

  OfferApi(Offers offers, OfferFiles files, OfferViews views) {
    this.offers = offers;
    this.files = files;
    this.views = views;
  }

  record Made(String name, OfferKind kind) {}

  record OfferSave(int version, OfferSettings settings) {}

  record KindChange(OfferKind kind) {}

  record StateChange(OfferState state) {}

  @GetMapping
  OfferViews.OfferRows list(
      @RequestParam Optional<String> words, @RequestParam Optional<Integer> page) {
    return views.rows(words, page);
  }

  /** For choosing one, or telling which one is meant. */
  @GetMapping("/names")
  List<OfferViews.OfferName> names() {
    return views.names();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  OfferViews.OfferView make(@RequestBody Made made) {
    return views.of(offers.make(made.name(), made.kind()));
  }

  @GetMapping("/{id}")
  OfferViews.OfferView get(@PathVariable long id) {
    return views.of(offers.get(id));
  }

  @PutMapping("/{id}")
  OfferViews.OfferView put(@PathVariable long id, @RequestBody OfferSave save) {
    return views.of(offers.save(id, save.version(), save.settings()));
  }

  /** What it gives, while that may still change (G1). */
  @PutMapping("/{id}/kind")
  OfferViews.OfferView changeKind(@PathVariable long id, @RequestBody KindChange change) {
    return views.of(offers.changeKind(id, change.kind()));
  }

  /** Going live waits for the grave findings. */
  @PutMapping("/{id}/state")
  OfferViews.OfferView changeState(@PathVariable long id, @RequestBody StateChange change) {
    if (change.state() == OfferState.LIVE) {
      List<Finding> findings = views.findings(offers.get(id));
      if (!Readiness.mayGoLive(findings)) {
        throw new Refused(
            findings.stream()
                .filter(finding -> finding.severity() == Finding.Severity.GRAVE)
                .map(finding -> new Problem("readiness", finding.code(), finding.message()))
                .toList());
      }
    }
    return views.of(offers.changeState(id, change.state()));
  }

  /** Which finding is to be cured. */
  record CureWish(String code, String control) {}

  @PostMapping("/{id}/fixes")
  OfferViews.OfferView fix(@PathVariable long id, @RequestBody CureWish cure) {
    views.cure(id, cure.code(), cure.control());
    return views.of(offers.get(id));
  }

  /** The body is the file itself, streamed. */
  @PostMapping(path = "/{id}/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  OfferViews.OfferView addFile(
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
            ? files.replaceFile(id, replaces.get(), name, request.getInputStream())
            : files.addFile(id, name, request.getInputStream());
    return views.of(offer);
  }

  @DeleteMapping("/{id}/files/{fileId}")
  OfferViews.OfferView removeFile(@PathVariable long id, @PathVariable long fileId) {
    return views.of(files.removeFile(id, fileId));
  }
}
