package jeton.server.privatepage;

import java.util.Optional;
import jeton.server.offer.Offer;

/** Where what a page shows lies: behind one reader's pass, or for the owner who looks at it. */
interface Addresses {
  String file(long fileId);

  String picture(String hash);

  /** Where the page tells what was played; empty for nowhere. */
  String told(int piece);

  static Addresses behindPass(String pass, Offer offer) {
    return new Addresses() {
      @Override
      public String file(long fileId) {
        return number(offer, fileId).map(n -> pass + "/files/" + n).orElse("");
      }

      @Override
      public String picture(String hash) {
        return pass + "/pictures/" + hash;
      }

      @Override
      public String told(int piece) {
        return pass + "/told/played-" + piece;
      }
    };
  }

  static Addresses forOwner(Offer offer) {
    return new Addresses() {
      @Override
      public String file(long fileId) {
        return "/api/offers/" + offer.id() + "/files/" + fileId + "/content";
      }

      @Override
      public String picture(String hash) {
        return "/pictures/" + hash;
      }

      @Override
      public String told(int piece) {
        return "";
      }
    };
  }

  private static Optional<Integer> number(Offer offer, long fileId) {
    return offer.files().stream()
        .filter(file -> file.id() == fileId)
        .map(Offer.OfferFile::number)
        .findFirst();
  }
}
