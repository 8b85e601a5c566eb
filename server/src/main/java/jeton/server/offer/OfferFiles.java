package jeton.server.offer;

import java.io.InputStream;
import java.time.Clock;
import jeton.server.database.ConfigurationVersion;
import jeton.server.files.StoredFiles;
import jeton.server.files.Uploads;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/** The files that offers hand over. */
@Service
public class OfferFiles {
  private final OfferStore store;
  private final Offers offers;
  private final StoredFiles files;
  private final Uploads uploads;
  private final ConfigurationVersion configuration;
  private final TransactionOperations tx;
  private final Clock clock;

  OfferFiles(
      OfferStore store,
      Offers offers,
      StoredFiles files,
      Uploads uploads,
      ConfigurationVersion configuration,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.offers = offers;
    this.files = files;
    this.uploads = uploads;
    this.configuration = configuration;
    this.tx = tx;
    this.clock = clock;
  }

  /** Streams a file in and adds it. No transaction waits for the last octet. */
  public Offer addFile(long id, String name, InputStream content) {
    refuseIfFull(id);
    StoredFiles.Stored stored = files.keepFile(name, content);
    return tx.execute(
        status -> {
          store.lock(id);
          refuseIfFull(id);
          store.addFile(id, stored.hash(), name, clock.instant());
          configuration.changed();
          return offers.get(id);
        });
  }

  /**
   * Adds what came in piece by piece and is whole now. Asked again it answers the same and adds
   * nothing.
   */
  public Offer addUploaded(long id, String uploadId) {
    Uploads.Upload upload = uploads.find(id, uploadId);
    if (upload.finished()) {
      return offers.get(id);
    }
    refuseIfFull(id);
    StoredFiles.Stored stored;
    try {
      stored = uploads.kept(upload);
    } catch (NotThere gone) {
      if (uploads.find(id, uploadId).finished()) {
        // The same question, asked at the same time, was quicker.
        return offers.get(id);
      }
      throw gone;
    }
    Offer offer =
        tx.execute(
            status -> {
              store.lock(id);
              if (uploads.finish(upload)) {
                refuseIfFull(id);
                store.addFile(id, stored.hash(), upload.name(), clock.instant());
                configuration.changed();
              }
              return offers.get(id);
            });
    uploads.drop(upload);
    return offer;
  }

  private void refuseIfFull(long id) {
    Offer offer = offers.get(id);
    int most = offer.settings().gives().mostFiles();
    if (offer.files().size() >= most) {
      throw new Refused(
          "file",
          "too_many",
          "This offer holds at most " + most + " files. Put some together, or take some out.");
    }
  }

  /** Puts another content (and name) in a file's place; passes given out open the new one. */
  public Offer replaceFile(long id, long fileId, String name, InputStream content) {
    StoredFiles.Stored stored = files.keepFile(name, content);
    return tx.execute(
        status -> {
          if (!store.replaceFile(id, fileId, stored.hash(), name)) {
            throw new NotThere("This file");
          }
          configuration.changed();
          return offers.get(id);
        });
  }

  /** Takes a file out. */
  @Transactional
  public Offer removeFile(long id, long fileId) {
    if (!store.removeFile(id, fileId)) {
      throw new NotThere("This file");
    }
    configuration.changed();
    return offers.get(id);
  }
}
