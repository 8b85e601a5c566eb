package jeton.server.download;

import java.util.List;
import jeton.core.incentive.Download;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.offer.OfferKind;
import jeton.server.incentive.Face;
import jeton.server.offer.FileSize;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Component;

/** Downloads: the offer's files, each behind the pass. */
@Component
class DownloadFace implements Face {

  @Override
  public OfferKind kind() {
    return OfferKind.DOWNLOAD;
  }

  @Override
  public List<Part> show(Offer offer, View view) {
    return offer.files().stream().<Part>map(file -> part(file, view.pass())).toList();
  }

  private static Part part(Offer.OfferFile file, String pass) {
    return new Part.File(
        file.name(), FileSize.words(file.size()), pass + "/files/" + file.number());
  }

  @Override
  public Way way(Offer offer, long personId, Offer.OfferFile file) {
    return Way.KEPT;
  }

  @Override
  public List<Lack> missing(Offer offer) {
    return Download.missing(offer.files().stream().map(Offer.OfferFile::name).toList());
  }
}
