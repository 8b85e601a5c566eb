package jeton.server.form;

import java.util.List;
import jeton.core.display.DisplayRules;
import jeton.core.display.Frequency;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.Afterwards;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.Looks;
import jeton.core.form.Opening;

/** Forms to start from: each whole and tidy, in the business's first colour. */
final class FormLayouts {
  /** A form to start from; {@code id} never changes. */
  record Layout(String id, String name, Shape shape, FormSettings settings) {}

  private static final FormField NAME = FormField.of("first_name", "First name", false);
  private static final FormField EMAIL = FormField.email("Email", "you@example.org");
  private static final FormField CONSENT =
      FormField.consent("Send me this and the odd email after it. I can leave at any time.", true);

  private final String offer;
  private final Looks plain;

  private FormLayouts(String offer, Looks plain) {
    this.offer = offer;
    this.plain = plain;
  }

  /** All of them, for one offer. */
  static List<Layout> of(String offerName, List<String> palette) {
    FormLayouts layouts = new FormLayouts(offerName, FirstForm.looks(palette));
    return List.of(
        layouts.centre(),
        layouts.book(),
        layouts.poster(),
        layouts.letter(),
        layouts.nightPopUp(),
        layouts.halfWay(),
        layouts.note(),
        layouts.cornerCard(),
        layouts.askCorner(),
        layouts.ribbon(),
        layouts.headBand(),
        layouts.invitation(),
        layouts.foot(),
        layouts.panel(),
        layouts.bare());
  }

  private Layout centre() {
    return popUp("centre", "In the middle", words("Would you like it?"), FormPicture.NONE, plain);
  }

  private Layout book() {
    return popUp("book", "Open book", pointed(), drawing("notebook", FormPicture.Side.LEFT), plain);
  }

  private Layout poster() {
    Looks wide = sized(plain, 460, 14, Looks.Spacing.AIRY);
    return popUp("poster", "Poster", words(offer), drawing("marbled", FormPicture.Side.TOP), wide);
  }

  private Layout letter() {
    Looks paper =
        sized(
            Looks.of("#FFFFFF", "#1C2A26", plain.button(), plain.buttonInk()),
            520,
            2,
            Looks.Spacing.AIRY);
    return popUp("letter", "Letter", words("A letter now and then"), FormPicture.NONE, paper);
  }

  private Layout nightPopUp() {
    Looks night =
        sized(Looks.of("#16423C", "#FBF8F1", "#F0D9A8", "#1C2A26"), 520, 16, Looks.Spacing.AIRY);
    return popUp("night", "Evening", pointed(), drawing("lamp", FormPicture.Side.RIGHT), night);
  }

  private Layout halfWay() {
    FormWords words =
        new FormWords(
            offer,
            "<p>One more thing: where shall we send it?</p>",
            List.of(),
            "Send it to me",
            "Not now",
            "",
            "Half way there");
    return popUp("half-way", "Half way there", words, FormPicture.NONE, plain);
  }

  private Layout note() {
    return slideIn("note", "Note", words(offer), FormPicture.NONE, plain, Opening.PLAIN);
  }

  private Layout cornerCard() {
    return slideIn(
        "corner-card",
        "Card",
        words(offer),
        drawing("thread", FormPicture.Side.TOP),
        plain,
        Opening.PLAIN);
  }

  private Layout askCorner() {
    Opening behind = new Opening(false, Opening.Corner.RIGHT, "Get it free", true);
    return slideIn("token", "Behind a button", words(offer), FormPicture.NONE, plain, behind);
  }

  private Layout ribbon() {
    Looks looks = sized(plain, 1000, 8, Looks.Spacing.TIGHT);
    return bar(
        "ribbon",
        "Ribbon",
        List.of(EMAIL),
        looks,
        new Opening(false, Opening.Corner.NONE, "", true));
  }

  private Layout headBand() {
    Looks looks =
        sized(Looks.of("#16423C", "#FBF8F1", "#F0D9A8", "#1C2A26"), 1000, 8, Looks.Spacing.TIGHT);
    return bar(
        "head-band",
        "Head band",
        List.of(EMAIL),
        looks,
        new Opening(false, Opening.Corner.NONE, "", false));
  }

  private Layout invitation() {
    Looks looks = sized(plain, 1000, 8, Looks.Spacing.TIGHT);
    Opening leads = new Opening(true, Opening.Corner.NONE, "", true);
    return bar("invitation", "Invitation", List.of(EMAIL), looks, leads);
  }

  private Layout foot() {
    return inPage(
        "foot",
        "At the foot",
        words("Before you go"),
        FormPicture.NONE,
        sized(plain, 640, 10, Looks.Spacing.NORMAL));
  }

  private Layout panel() {
    return inPage(
        "panel",
        "Panel",
        pointed(),
        drawing("paper", FormPicture.Side.RIGHT),
        sized(plain, 860, 12, Looks.Spacing.NORMAL));
  }

  private Layout bare() {
    Looks bare =
        new Looks(
            plain.paper(),
            plain.ink(),
            plain.button(),
            plain.buttonInk(),
            Looks.Font.SITE,
            6,
            Looks.Spacing.TIGHT,
            520,
            Looks.Background.NONE,
            Looks.Movement.NONE,
            Looks.Movement.NONE,
            "");
    return inPage("bare", "Bare", words(offer), FormPicture.NONE, bare);
  }

  private FormWords words(String headline) {
    return new FormWords(
        headline,
        "<p>Tell us where to send it.</p>",
        List.of(),
        "Send it to me",
        "Not now",
        "",
        "");
  }

  private FormWords pointed() {
    return new FormWords(
        offer,
        "",
        List.of("What they get", "What it is good for", "How long it takes"),
        "Send it to me",
        "Not now",
        "",
        "");
  }

  private static FormPicture drawing(String name, FormPicture.Side side) {
    return new FormPicture("", name, "", side);
  }

  private static Looks sized(Looks l, int width, int corner, Looks.Spacing spacing) {
    return new Looks(
        l.paper(),
        l.ink(),
        l.button(),
        l.buttonInk(),
        l.font(),
        corner,
        spacing,
        width,
        l.background(),
        l.entrance(),
        l.exit(),
        l.css());
  }

  private static Layout popUp(
      String id, String name, FormWords words, FormPicture picture, Looks looks) {
    return new Layout(
        id,
        name,
        Shape.POP_UP,
        settings(
            name,
            words,
            picture,
            List.of(NAME, EMAIL, CONSENT),
            looks,
            Opening.PLAIN,
            DisplayRules.CALM));
  }

  private static Layout slideIn(
      String id, String name, FormWords words, FormPicture picture, Looks looks, Opening opening) {
    DisplayRules atScroll = when(DisplayRules.CALM, new Trigger(Trigger.Kind.AT_SCROLL, 50));
    DisplayRules rules =
        opening.corner() == Opening.Corner.NONE
            ? atScroll
            : when(DisplayRules.CALM, new Trigger(Trigger.Kind.AT_ONCE, 0));
    return new Layout(
        id,
        name,
        Shape.SLIDE_IN,
        settings(name, words, picture, List.of(EMAIL, CONSENT), looks, opening, rules));
  }

  private Layout bar(String id, String name, List<FormField> fields, Looks looks, Opening opening) {
    FormWords words =
        new FormWords(
            offer,
            "",
            List.of(),
            opening.leadsToPage() ? "Have a look" : "Send it to me",
            "",
            "",
            "");
    DisplayRules rules =
        new DisplayRules(
            DisplayRules.CALM.pages(),
            DisplayRules.CALM.audience(),
            Frequency.CALM,
            DisplayRules.CALM.season(),
            new Trigger(Trigger.Kind.AFTER_SECONDS, 3),
            0);
    return new Layout(
        id,
        name,
        Shape.BAR,
        settings(name, words, FormPicture.NONE, fields, looks, opening, rules));
  }

  private static Layout inPage(
      String id, String name, FormWords words, FormPicture picture, Looks looks) {
    FormWords quiet =
        new FormWords(words.headline(), words.text(), words.points(), words.button(), "", "", "");
    return new Layout(
        id,
        name,
        Shape.IN_PAGE,
        settings(
            name,
            quiet,
            picture,
            List.of(NAME, EMAIL, CONSENT),
            looks,
            Opening.PLAIN,
            DisplayRules.IN_PAGE));
  }

  private static DisplayRules when(DisplayRules r, Trigger trigger) {
    return new DisplayRules(
        r.pages(), r.audience(), r.frequency(), r.season(), trigger, r.priority());
  }

  private static FormSettings settings(
      String name,
      FormWords words,
      FormPicture picture,
      List<FormField> fields,
      Looks looks,
      Opening opening,
      DisplayRules display) {
    return new FormSettings(
        name, words, picture, fields, looks, opening, Afterwards.PLAIN, display);
  }
}
