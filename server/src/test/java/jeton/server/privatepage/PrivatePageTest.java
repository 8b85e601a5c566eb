package jeton.server.privatepage;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.handover.PassLimits;
import jeton.core.offer.OfferKind;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Opens;
import jeton.core.privatepage.Piece;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.editing.SequenceEdits;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.JsonNode;

/** Rules V over HTTP. */
class PrivatePageTest extends PageSteps {
  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");

  /** To just before or just after the moment at which later pieces open for this reader. */
  private void goTo(Instant moment) {
    server.clock.forward(Duration.between(server.clock.instant(), moment));
  }

  private Instant opensAfter(Instant handedOver) {
    return LATER.from(handedOver, LISBON, LISBON);
  }

  @Test
  void thePage_showsWhatIsOpen_andOfTheRestItsTitleAndWhenItOpens() {
    SampleOffer offer = course(PassLimits.NONE);
    String pass = pass(offer, newAddress());
    Http.Answer page = offer.visitor.get(pass);
    assertThat(page.body())
        .contains("<h1>Marbling paper</h1>")
        .containsPattern(
            "<video controls preload=\"none\"[^>]* src=\"/g/[^\"]+/files/1\"[^>]*><track kind=\"captions\" src=\"/g/[^\"]+/files/2\"")
        .contains("0:20 · with captions")
        .contains("Stir <em>well</em>")
        .doesNotContain("alert(1)")
        .containsPattern("Colour card</h2>\\s*<p class=\"note\">Opens on \\w+ at 08:00</p>")
        .doesNotContain("Like thin cream", "card.pdf", "/files/3", "/files/4");
    assertThat(page.header("X-Robots-Tag")).isEqualTo("noindex");
    assertThat(page.header("Cache-Control")).contains("private");
    assertThat(page.header("Referrer-Policy")).isEqualTo("no-referrer");
    assertThat(page.header("Content-Security-Policy")).contains("media-src 'self'");
  }

  @Test
  void aPiece_isRefusedUntilItOpens_andThereFromThatVeryMoment() {
    SampleOffer offer = course(PassLimits.NONE);
    Instant given = server.clock.instant();
    String pass = pass(offer, newAddress());
    goTo(opensAfter(given).minusMillis(1));
    assertThat(offer.visitor.get(pass + "/files/3").status()).isEqualTo(403);
    assertThat(offer.visitor.get(pass + "/files/4").status()).isEqualTo(403);
    goTo(opensAfter(given));
    assertThat(offer.visitor.get(pass).body())
        .contains("Like thin cream", "card.pdf", "0:12 · words to read");
    assertThat(offer.visitor.get(pass + "/files/3").bytes()).isEqualTo(media("twelve-seconds.mp3"));
    assertThat(offer.visitor.get(pass + "/files/4").header("Content-Disposition"))
        .startsWith("attachment");
  }

  @Test
  void aFreshLink_closesNothingThatWasOpen() {
    SampleOffer offer = course(new PassLimits(Optional.of(5), Optional.empty()));
    String email = newAddress();
    String pass = pass(offer, email);
    server.clock.forward(Duration.ofDays(6));
    assertThat(offer.visitor.get(pass).status()).isEqualTo(410);
    offer.visitor.form(pass + "/fresh", Map.of());
    server.settle();
    assertThat(offer.visitor.get(offer.link(email, "/g/")).body()).contains("Like thin cream");
  }

  @Test
  void recordings_areSentByRanges_andNonsenseIsRefused() {
    SampleOffer offer = course(PassLimits.NONE);
    String film = pass(offer, newAddress()) + "/files/1";
    byte[] whole = media("twenty-seconds.mp4");
    Http.Answer some = offer.visitor.get(film, "Range", "bytes=100-199");
    assertThat(some.status()).isEqualTo(206);
    assertThat(some.header("Content-Range")).isEqualTo("bytes 100-199/" + whole.length);
    assertThat(some.bytes()).isEqualTo(java.util.Arrays.copyOfRange(whole, 100, 200));
    assertThat(some.header("Content-Type")).isEqualTo("video/mp4");
    assertThat(some.header("Content-Disposition")).startsWith("inline");
    assertThat(offer.visitor.get(film, "Range", "bytes=-10").bytes())
        .isEqualTo(java.util.Arrays.copyOfRange(whole, whole.length - 10, whole.length));
    for (String nonsense :
        List.of("bytes=" + whole.length + "-", "bytes=9-3", "bytes=x-y", "octets=0-1")) {
      Http.Answer refused = offer.visitor.get(film, "Range", nonsense);
      assertThat(refused.status()).as(nonsense).isEqualTo(416);
      assertThat(refused.header("Content-Range")).isEqualTo("bytes */" + whole.length);
    }
  }

  @Test
  void aPassThatEndsWhileAFilmPlays_letsItPlayOn_captionsAreNoUse() {
    SampleOffer offer = course(new PassLimits(Optional.empty(), Optional.of(1)));
    String pass = pass(offer, newAddress());
    assertThat(offer.visitor.get(pass + "/files/2").status()).isEqualTo(200);
    assertThat(offer.visitor.get(pass + "/files/1", "Range", "bytes=0-9").status()).isEqualTo(206);
    assertThat(offer.visitor.get(pass).status()).as("used up").isEqualTo(410);
    assertThat(offer.visitor.get(pass + "/files/2").status()).as("captions of it").isEqualTo(200);
    server.clock.forward(Duration.ofMinutes(10));
    assertThat(offer.visitor.get(pass + "/files/1", "Range", "bytes=10-19").status())
        .isEqualTo(206);
    server.clock.forward(Duration.ofMinutes(10).plusMillis(1));
    assertThat(offer.visitor.get(pass + "/files/1", "Range", "bytes=20-29").status())
        .isEqualTo(410);
  }

  @Test
  void whatIsNotOnThePage_isNotBehindThePass() {
    SampleOffer offer = course(PassLimits.NONE);
    add(offer, "draft.pdf", SampleOffer.FILE);
    String pass = pass(offer, newAddress());
    assertThat(offer.visitor.get(pass + "/files/5").status()).isEqualTo(404);
    String hash = "0".repeat(64);
    assertThat(offer.visitor.get(pass + "/pictures/" + hash).status()).isEqualTo(404);
  }

  @Test
  void pictures_areAsPrivateAsThePage() {
    SampleOffer offer = new SampleOffer(OfferKind.PRIVATE_PAGE, settings -> settings);
    byte[] drawing =
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"4\" height=\"4\"/>".getBytes();
    String hash =
        server.owner().upload("/api/pictures?name=four.svg", drawing).json().get("hash").asString();
    give(
        offer,
        PassLimits.NONE,
        Piece.of(1, "Now", new Content.Words("<p>Hello</p>")),
        Piece.of(2, "Patterns", new Content.Picture(hash, "Four")).opening(LATER));
    String pass = pass(offer, newAddress());
    assertThat(offer.visitor.get(pass + "/pictures/" + hash).status()).isEqualTo(404);
    server.clock.forward(Duration.ofDays(3));
    Http.Answer picture = offer.visitor.get(pass + "/pictures/" + hash);
    assertThat(picture.bytes()).isEqualTo(drawing);
    assertThat(picture.header("Cache-Control")).contains("private");
    assertThat(picture.header("X-Robots-Tag")).isEqualTo("noindex");
  }

  @Test
  void aPieceOpened_givesItsTagOnce_whichStartsASequence_andIsTheUseOfTheWhole() {
    server.bean(Tags.class).make("saw the bath");
    SampleOffer offer = course(PassLimits.NONE);
    Sequences sequences = server.bean(Sequences.class);
    Sequence after = sequences.make("After the bath");
    server
        .bean(SequenceEdits.class)
        .save(
            after.id(),
            1,
            new SequenceDraft(
                "After the bath",
                new SequenceRules(
                    false,
                    Goal.NONE,
                    new Start(Start.Kind.TAG_GAINED, Optional.empty(), "saw the bath", 0, ""),
                    RunAgain.NEVER),
                List.of(SampleOffer.step(1, "How was the bath?")),
                false));
    String email = newAddress();
    String pass = pass(offer, email);
    offer.visitor.get(pass);
    assertThat(person(email).get("dossier").get("tags").toString()).doesNotContain("saw the bath");
    offer.visitor.get(pass + "/files/1", "Range", "bytes=0-9");
    server.clock.forward(Duration.ofMinutes(20));
    offer.visitor.get(pass + "/files/1", "Range", "bytes=0-9");
    JsonNode person = person(email);
    assertThat(person.get("dossier").get("tags").toString()).contains("saw the bath");
    assertThat(server.history(email)).containsOnlyOnce("PIECE_OPENED");
    server.forward(Duration.ofDays(2));
    assertThat(offer.subjects(email)).contains("How was the bath?");
    assertThat(
            server.owner().get("/api/offers/" + offer.id).json().get("track").get("used").asInt())
        .isEqualTo(1);
  }

  @Test
  void whatWasPlayed_isPutTogetherOverVisits_andShownPerPersonAndPiece() {
    SampleOffer offer = course(PassLimits.NONE);
    String email = newAddress();
    String pass = pass(offer, email);
    tell(offer, pass, "played-" + FILM, "0-20");
    assertThat(used(email)).as("told of what never began").isEmpty();
    offer.visitor.get(pass + "/files/1", "Range", "bytes=0-9");
    tell(offer, pass, "played-" + FILM, "0-5,3-7");
    tell(offer, pass, "played-" + FILM, "6-13");
    tell(offer, pass, "played-" + SOUND, "0-12");
    tell(offer, pass, "played-99", "0-12");
    tell(offer, pass, "looked", "");
    tell(offer, pass, "looked", "");
    assertThat(used(email).get(0).get("lines").toString())
        .isEqualTo("[\"“Setting up the bath”: 65 % played\"]");
    JsonNode page = server.owner().get("/api/offers/" + offer.id + "/page").json();
    assertThat(page.get("people").asInt()).isEqualTo(1);
    assertThat(count(page, FILM).get("opened").asInt()).isEqualTo(1);
    assertThat(count(page, FILM).get("toTheEnd").asInt()).isZero();
    tell(offer, pass, "played-" + FILM, "0-18");
    page = server.owner().get("/api/offers/" + offer.id + "/page").json();
    assertThat(count(page, FILM).get("toTheEnd").asInt()).isEqualTo(1);
  }

  private static JsonNode count(JsonNode page, int piece) {
    for (JsonNode count : page.get("pieces")) {
      if (count.get("piece").asInt() == piece) {
        return count;
      }
    }
    throw new AssertionError("Nobody opened piece " + piece + ": " + page);
  }

  @Test
  void aPageWithNothingToOpen_isUsedByHavingItOpen_oneWithARecordingIsNot() {
    SampleOffer words = new SampleOffer(OfferKind.PRIVATE_PAGE, settings -> settings);
    give(words, PassLimits.NONE, Piece.of(1, "", new Content.Words("<p>Read</p>")));
    SampleOffer course = course(PassLimits.NONE);
    for (SampleOffer offer : List.of(words, course)) {
      String pass = pass(offer, newAddress());
      offer.visitor.get(pass);
      assertThat(used(offer)).as("a scanner opens it, too").isZero();
      tell(offer, pass, "looked", "");
      tell(offer, pass, "looked", "");
    }
    assertThat(used(words)).isEqualTo(1);
    assertThat(used(course)).isZero();
  }

  private int used(SampleOffer offer) {
    return server.owner().get("/api/offers/" + offer.id).json().get("track").get("used").asInt();
  }

  @Test
  void confirming_leadsStraightToThePage() {
    SampleOffer offer = course(PassLimits.NONE);
    String email = newAddress();
    offer.signUp(email);
    server.settle();
    String link = offer.link(email, "/c/");
    offer.visitor.form(link, Map.of());
    Http.Answer confirmed = offer.visitor.get(link);
    assertThat(confirmed.status()).isEqualTo(303);
    assertThat(offer.visitor.get(confirmed.header("Location")).body())
        .contains("Setting up the bath");
  }

  @Test
  void onTheSpot_theHostedFormLeadsStraightToThePage() {
    SampleOffer offer = course(PassLimits.NONE);
    Offers offers = server.bean(Offers.class);
    Offer now = offers.get(offer.id);
    var s = now.settings();
    var h = s.handOver();
    ConfirmSettings confirm = s.confirm();
    offers.save(
        offer.id,
        now.version(),
        new jeton.server.offer.OfferSettings(
            s.name(),
            s.slug(),
            confirm,
            new jeton.core.handover.HandOverSettings(
                true, h.byEmail(), h.email(), h.page(), h.limits(), h.runAgain()),
            s.gives()));
    Http.Answer thanks = offer.signUp(newAddress());
    Http.Answer led = offer.visitor.get(thanks.header("Location"));
    assertThat(led.status()).isEqualTo(303);
    assertThat(offer.visitor.get(led.header("Location")).body()).contains("Marbling paper");
  }

  @ParameterizedTest
  @EnumSource
  void anEmailsOwnBlock_namesThePieces_andLeadsToThePage(EmailContent.Style style) {
    SampleOffer offer = course(PassLimits.NONE);
    EmailContent next =
        new EmailContent(
            "The next part is open",
            "",
            style,
            List.of(EmailBlock.incentive("Go to the page")),
            "",
            List.of());
    offer.follow(
        offer.sequence().version(),
        new SequenceDraft.StepDraft(
            Optional.empty(), Optional.empty(), 0, true, StepRules.after(2, Wait.Unit.DAYS), next));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(3));
    var letter = offer.newest(email);
    assertThat(SampleOffer.part(letter, 0).replace("\r\n", "\n"))
        .contains("- Setting up the bath (0:20 · with captions)\n- How the water should feel (0:12")
        .doesNotContain("Like thin cream")
        .contains(server.base + "/g/");
    assertThat(SampleOffer.part(letter, 1))
        .contains("Setting up the bath (0:20 · with captions)", "Colour card (card.pdf)");
  }

  @Test
  void readiness_looksIntoRecordings() {
    SampleOffer offer = new SampleOffer(OfferKind.PRIVATE_PAGE, settings -> settings);
    long old = add(offer, "old.mp4", media("old-kind.mp4"));
    long film = add(offer, "film.mp4", media("twenty-seconds.mp4"));
    give(
        offer,
        new PassLimits(Optional.of(3), Optional.empty()),
        Piece.of(1, "Old", recording(old)),
        Piece.of(2, "Film", recording(film)).opening(Opens.after(9, LocalTime.of(8, 0))));
    String findings =
        server.owner().get("/api/offers/" + offer.id).json().get("findings").toString();
    assertThat(findings).contains("not_playable", "no_captions", "opens_after_end");
    give(offer, PassLimits.NONE);
    assertThat(server.owner().get("/api/offers/" + offer.id).json().get("findings").toString())
        .contains("empty_page");
  }

  private static Content recording(long file) {
    return new Content.Recording(Optional.of(file), Optional.empty(), "", "", false);
  }

  @Test
  void lengths_areReadFromTheFiles() {
    SampleOffer offer = new SampleOffer(OfferKind.PRIVATE_PAGE, settings -> settings);
    Map<String, String> lengths =
        Map.of(
            "twenty-seconds.mp4", "0:20",
            "twelve-seconds.mp3", "0:12",
            "two-seconds.wav", "0:02",
            "old-kind.mp4", "0:03",
            "four-seconds.webm", "");
    lengths.keySet().forEach(name -> add(offer, name, media(name)));
    JsonNode files = server.owner().get("/api/offers/" + offer.id + "/page").json().get("files");
    assertThat(files).hasSize(5);
    for (JsonNode file : files) {
      String name = file.get("name").asString();
      assertThat(file.get("length").asString()).as(name).isEqualTo(lengths.get(name));
      assertThat(file.get("recording").asBoolean()).isTrue();
      assertThat(file.get("plays").asBoolean()).as(name).isEqualTo(!name.startsWith("old"));
    }
  }

  @Test
  void theOwner_looksAtThePageBeforeItIsSaved_asOnAnyDay() {
    SampleOffer offer = course(PassLimits.NONE);
    JsonNode gives =
        server
            .owner()
            .get("/api/offers/" + offer.id)
            .json()
            .get("offer")
            .get("settings")
            .get("gives");
    String path = "/api/offers/" + offer.id + "/page/preview";
    Pattern owners = Pattern.compile("src=\"/api/offers/" + offer.id + "/files/\\d+/content\"");
    String first = preview(path, gives, 0);
    assertThat(first)
        .containsPattern(owners)
        .contains("Opens on")
        .doesNotContain("Like thin cream");
    assertThat(preview(path, gives, 3)).contains("Like thin cream").doesNotContain("Opens on");
    var matcher = owners.matcher(first);
    assertThat(matcher.find()).isTrue();
    String address = matcher.group().replaceAll("src=|\"", "");
    assertThat(server.owner().get(address).bytes()).isEqualTo(media("twenty-seconds.mp4"));
    assertThat(offer.visitor.get(address).status()).isEqualTo(401);
  }

  private String preview(String path, JsonNode gives, int daysAgo) {
    return server
        .owner()
        .json("POST", path, Map.of("gives", gives, "daysAgo", daysAgo))
        .json()
        .get("html")
        .asString();
  }
}
