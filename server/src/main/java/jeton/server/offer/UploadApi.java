package jeton.server.offer;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import jeton.server.files.FileAnswers;
import jeton.server.files.Uploads;
import jeton.server.problem.NotThere;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An offer's files as their owner sees them, and large ones brought in piece by piece. */
@RestController
@RequestMapping("/api/offers/{id}")
class UploadApi {
  private final Offers offers;
  private final OfferViews views;
  private final OfferFiles files;
  private final Uploads uploads;
  private final FileAnswers answers;

  UploadApi(
      Offers offers, OfferViews views, OfferFiles files, Uploads uploads, FileAnswers answers) {
    this.offers = offers;
    this.views = views;
    this.files = files;
    this.uploads = uploads;
    this.answers = answers;
  }

  record Begin(String name, long size) {}

  /**
   * How far a file has come.
   *
   * @param offset octets that are there: the next piece goes on from them
   */
  record Arrived(String id, String name, long size, long offset) {}

  @PostMapping("/uploads")
  @ResponseStatus(HttpStatus.CREATED)
  Arrived begin(@PathVariable long id, @RequestBody Begin begin) {
    return arrived(uploads.begin(offers.get(id).id(), begin.name(), begin.size()), 0);
  }

  @GetMapping("/uploads/{uploadId}")
  Arrived get(@PathVariable long id, @PathVariable String uploadId) {
    Uploads.Upload upload = uploads.find(id, uploadId);
    return arrived(upload, uploads.there(upload));
  }

  /** The body is the next piece. An offset that is not where it stopped adds nothing. */
  @PatchMapping(path = "/uploads/{uploadId}", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  Arrived append(
      @PathVariable long id,
      @PathVariable String uploadId,
      @RequestParam long offset,
      HttpServletRequest request)
      throws IOException {
    Uploads.Upload upload = uploads.find(id, uploadId);
    return arrived(upload, uploads.append(upload, offset, request.getInputStream()));
  }

  /** All of it is there: the offer takes it over. Asked again it answers the same. */
  @PostMapping("/uploads/{uploadId}/whole")
  OfferViews.OfferView whole(@PathVariable long id, @PathVariable String uploadId) {
    return views.of(files.addUploaded(id, uploadId));
  }

  @DeleteMapping("/uploads/{uploadId}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stop(@PathVariable long id, @PathVariable String uploadId) {
    uploads.stop(uploads.find(id, uploadId));
  }

  /** For the owner to play or look at. */
  @GetMapping("/files/{fileId}/content")
  void content(
      @PathVariable long id,
      @PathVariable long fileId,
      HttpServletRequest request,
      HttpServletResponse response)
      throws IOException {
    Offer.OfferFile file =
        offers.get(id).files().stream()
            .filter(f -> f.id() == fileId)
            .findFirst()
            .orElseThrow(() -> new NotThere("This file"));
    answers.send(file.sent(true), request, response);
  }

  private static Arrived arrived(Uploads.Upload upload, long offset) {
    return new Arrived(upload.id(), upload.name(), upload.size(), offset);
  }
}
