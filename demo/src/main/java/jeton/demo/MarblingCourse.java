package jeton.demo;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.incentive.PrivatePage;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Opens;
import jeton.core.privatepage.Piece;
import jeton.core.privatepage.PieceTag;
import jeton.server.editing.SequenceEdits;
import jeton.server.files.StoredFiles;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferFiles;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/**
 * Marbling paper: a page of three short recordings and a colour card, half of it two days later.
 */
@Component
class MarblingCourse {
  static final String SLUG = "marbling-course";
  static final int BATH = 2;
  static final int WATER = 4;
  static final int LIFTING = 5;
  private static final String NAME = "Marbling paper, three short recordings";
  private static final String BEGUN = "began the course";
  private static final String HELLO = "<p>Hello {{first_name}},</p>";
  private static final Opens LATER = Opens.after(2, LocalTime.of(8, 0));

  private final Offers offers;
  private final OfferFiles offerFiles;
  private final Forms forms;
  private final Sequences sequences;
  private final SequenceEdits edits;
  private final Tags tags;
  private final StoredFiles files;

  MarblingCourse(
      Offers offers,
      OfferFiles offerFiles,
      Forms forms,
      Sequences sequences,
      SequenceEdits edits,
      Tags tags,
      StoredFiles files) {
    this.offers = offers;
    this.offerFiles = offerFiles;
    this.forms = forms;
    this.sequences = sequences;
    this.edits = edits;
    this.tags = tags;
    this.files = files;
  }

  void make() {
    tags.make(BEGUN);
    Offer offer = offers.make(NAME, OfferKind.PRIVATE_PAGE);
    for (String name :
        List.of(
            "setting-up-the-bath.mp4",
            "setting-up-the-bath.vtt",
            "how-the-water-should-feel.mp3",
            "lifting-the-sheet.mp4",
            "lifting-the-sheet.vtt")) {
      add(offer, name);
    }
    offerFiles.addFile(
        offer.id(), "colour-card.pdf", new ByteArrayInputStream(ColourCardPdf.draw()));
    OfferSettings first = offer.settings();
    offers.save(
        offer.id(),
        offer.version(),
        new OfferSettings(
            NAME,
            SLUG,
            first
                .confirm()
                .withEmail(
                    new EmailContent(
                        "Open the marbling course",
                        "One press and it is yours",
                        HELLO
                            + "<p>you asked for the marbling course. Press below and the page opens.</p>",
                        new EmailButton("Open the course", EmailButton.Target.CONFIRM, ""))),
            first.handOver(),
            page(offers.get(offer.id()).files().stream().map(Offer.OfferFile::id).toList())));
    Form form = forms.hosted(offer.id());
    forms.save(form.id(), form.version(), asking(form.settings()));
    Sequence sequence = sequences.ofOffer(offer.id());
    edits.save(sequence.id(), sequence.version(), nextPart());
    offers.changeState(offer.id(), OfferState.LIVE);
  }

  private PrivatePage page(List<Long> file) {
    return new PrivatePage(
        NAME,
        "",
        List.of(
            Piece.of(
                1,
                "Before you start",
                new Content.Words(
                    "<p>You need a flat tray, a handful of carrageen moss, four inks and a stack of paper. "
                        + "Begin the evening before: the bath has to stand overnight.</p>")),
            new Piece(
                BATH,
                "Setting up the bath",
                Opens.AT_ONCE,
                film(file.get(0), file.get(1), "bath.svg"),
                List.of(new PieceTag(BEGUN, true))),
            Piece.of(
                3,
                "Four patterns to know",
                new Content.Picture(
                    picture("patterns.svg"),
                    "Four squares of marbled paper: fine waves, wide waves, deep waves, close waves")),
            Piece.of(
                WATER,
                "How the water should feel",
                new Content.Recording(
                    Optional.of(file.get(2)),
                    Optional.empty(),
                    "It should feel like thin cream, and run off the finger without a thread.\n\n"
                        + "Too thick: stir in a cup of cold water, and wait. Too thin: leave it until the evening.",
                    "",
                    true)),
            Piece.of(LIFTING, "Lifting the sheet", film(file.get(3), file.get(4), "lifting.svg"))
                .opening(LATER),
            Piece.of(6, "Colour card", new Content.File(Optional.of(file.get(5)))).opening(LATER)),
        true,
        true);
  }

  private Content film(long file, long captions, String still) {
    return new Content.Recording(
        Optional.of(file), Optional.of(captions), "", picture(still), false);
  }

  private static SequenceDraft nextPart() {
    return new SequenceDraft(
        "Through the marbling course",
        List.of(
            new SequenceDraft.StepDraft(
                Optional.empty(),
                Optional.empty(),
                0,
                true,
                StepRules.after(2, Wait.Unit.DAYS),
                new EmailContent(
                    "The second half is open, {{first_name}}",
                    "Lifting the sheet, and the colour card",
                    EmailContent.Style.FRAMED,
                    List.of(
                        EmailBlock.text(
                            HELLO
                                + "<p>the second half of the course is open now: how to lift the sheet, and the card with our colours.</p>"),
                        EmailBlock.incentive("Go to the page")),
                    "",
                    List.of()))));
  }

  private FormSettings asking(FormSettings plain) {
    return new FormSettings(
        plain.name(),
        FormWords.plain(
            "Marble your first sheet of paper",
            "<p>Three short recordings and a colour card, on a page of your own.</p>",
            List.of("Twenty minutes in all", "With captions", "No press, no studio"),
            "Send me the course"),
        new FormPicture(
            picture("bath.svg"),
            "",
            "A tray of water with bands of colour on it, and a stylus drawn through them",
            FormPicture.Side.TOP),
        List.of(
            FormField.of("first_name", "First name", false),
            FormField.email("Email", "you@example.org"),
            FormField.consent(
                "Send me the course, and a letter from the bindery now and then.", true)),
        plain.looks(),
        plain.opening(),
        plain.afterwards(),
        plain.display());
  }

  private void add(Offer offer, String name) {
    try (InputStream content = MarblingCourse.class.getResourceAsStream("/course/" + name)) {
      offerFiles.addFile(offer.id(), name, content);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  private String picture(String name) {
    try (InputStream drawing = MarblingCourse.class.getResourceAsStream("/demo/" + name)) {
      return files.keepPicture(name, drawing).hash();
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
