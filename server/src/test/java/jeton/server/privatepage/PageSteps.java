package jeton.server.privatepage;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.incentive.PrivatePage;
import jeton.core.offer.OfferKind;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Opens;
import jeton.core.privatepage.Piece;
import jeton.core.privatepage.PieceTag;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferFiles;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import tools.jackson.databind.JsonNode;

/** What tests of private pages do as owners and readers. */
abstract class PageSteps {
  static final Opens LATER = Opens.after(2, LocalTime.of(8, 0));
  static final int FILM = 1;
  static final int SOUND = 2;
  static final int CARD = 3;
  static final int WORDS = 4;
  final TestServer server = TestServer.get();

  static byte[] media(String name) {
    try (InputStream in = PageSteps.class.getResourceAsStream("/media/" + name)) {
      return in.readAllBytes();
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  /** A course: a film with captions, a sound and a file two days later, and words. */
  SampleOffer course(PassLimits limits) {
    SampleOffer offer = new SampleOffer(OfferKind.PRIVATE_PAGE, settings -> settings);
    long film = add(offer, "bath.mp4", media("twenty-seconds.mp4"));
    long captions =
        add(offer, "bath.vtt", "WEBVTT\n\n00:00.000 --> 00:05.000\nPour slowly.\n".getBytes());
    long sound = add(offer, "water.mp3", media("twelve-seconds.mp3"));
    long card = add(offer, "card.pdf", SampleOffer.FILE);
    give(
        offer,
        limits,
        new Piece(
            FILM,
            "Setting up the bath",
            Opens.AT_ONCE,
            new Content.Recording(Optional.of(film), Optional.of(captions), "", "", false),
            List.of(new PieceTag("saw the bath", true))),
        Piece.of(
                SOUND,
                "How the water should feel",
                new Content.Recording(
                    Optional.of(sound), Optional.empty(), "Like thin cream.", "", true))
            .opening(LATER),
        Piece.of(CARD, "Colour card", new Content.File(Optional.of(card))).opening(LATER),
        Piece.of(
            WORDS,
            "Before you start",
            new Content.Words("<p>Stir <em>well</em><script>alert(1)</script></p>")));
    return offer;
  }

  long add(SampleOffer offer, String name, byte[] content) {
    Offer now =
        server
            .bean(OfferFiles.class)
            .addFile(offer.id, name, new java.io.ByteArrayInputStream(content));
    return now.files().get(now.files().size() - 1).id();
  }

  Offer give(SampleOffer offer, PassLimits limits, Piece... pieces) {
    Offers offers = server.bean(Offers.class);
    Offer now = offers.get(offer.id);
    OfferSettings s = now.settings();
    HandOverSettings handOver = s.handOver().withLimits(limits);
    return offers.save(
        offer.id,
        now.version(),
        new OfferSettings(
            s.name(),
            s.slug(),
            s.confirm(),
            handOver,
            new PrivatePage("Marbling paper", "", Arrays.asList(pieces), true, true)));
  }

  String pass(SampleOffer offer, String email) {
    offer.join(email);
    return offer.link(email, "/g/");
  }

  JsonNode person(String email) {
    JsonNode found =
        server.owner().get("/api/people?words=" + email.substring(0, 20)).json().get("people");
    return server.owner().get("/api/people/" + found.get(0).get("id").asLong()).json();
  }

  JsonNode used(String email) {
    long id = person(email).get("person").get("id").asLong();
    return server.owner().get("/api/people/" + id + "/used").json();
  }

  Http.Answer tell(SampleOffer offer, String pass, String what, String more) {
    return offer.visitor.plain(pass + "/told/" + what, server.base, more);
  }
}
