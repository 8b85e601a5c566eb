package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.FileChooser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.LoadState;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequences;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** Writing emails, sequences, the rehearsal and the mail engine, in the real interface. */
class EmailsTest {
  private final Demo demo = Demo.get();

  private long offer(String name, EmailBlock... blocks) {
    return demo.offer(name, blocks);
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(name)));
  }

  /** The subject, ready to be written anew. */
  private static Locator emptied(Page page) {
    Locator subject =
        page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Subject"));
    subject.click();
    subject.press("Control+a");
    return subject;
  }

  private static void saved(Page page) {
    assertThat(page.getByText(Pattern.compile("^Saved \\d"))).isVisible();
  }

  private List<EmailBlock> blocks(long offerId) {
    return demo.bean(Sequences.class).ofOffer(offerId).steps().get(0).content().blocks();
  }

  @Test
  void anEmail_isWrittenInBlocks_byKeyboard_andReadsAsItWillArrive() {
    long id =
        offer(
            "Written",
            EmailBlock.text("<p>Hello</p>"),
            EmailBlock.button(
                new EmailButton("Look", EmailButton.Target.LINK, "https://q.example")));
    Page page = demo.owner();
    page.navigate("/app/offers/" + id + "/follow-up");
    button(page, "^Change block 1").click();
    Locator text = page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Text"));
    text.press("End");
    text.pressSequentially(" /first");
    page.keyboard().press("Enter");
    text.pressSequentially(", look /line");
    page.keyboard().press("Enter");
    assertThat(page.locator(".card")).not().hasCount(0);
    // A line across was put below the text; the button after it moves up by its handle.
    button(page, "^Move block 3").focus();
    page.keyboard().press("Alt+ArrowUp");
    assertThat(button(page, "^Move block 2, Button")).isFocused();
    assertThat(page.frameLocator("iframe[title='The email']").getByText("Hello Aoife, look"))
        .isVisible();
    saved(page);
    Assertions.assertThat(blocks(id))
        .hasExactlyElementsOfTypes(
            EmailBlock.Text.class, EmailBlock.Button.class, EmailBlock.Divider.class);
    Assertions.assertThat(blocks(id).get(0).texts().get(0)).contains("{{first_name}}");
    button(page, "^Plain letter").click();
    button(page, "^Plain text").click();
    assertThat(page.locator("pre").last()).containsText("Hello Aoife");
    Assertions.assertThat(Demo.seriousFaults(page)).isEmpty();
    page.context().close();
  }

  @Test
  void advice_isGivenWhileWriting_andALayoutIsKeptAndUsed() {
    long id = offer("Advised", EmailBlock.text("<h2>Two small fixes</h2><p>x</p>"));
    Page page = demo.owner();
    page.navigate("/app/offers/" + id + "/follow-up");
    Locator subject = emptied(page);
    subject.pressSequentially("LOOK AT THIS NOW");
    assertThat(page.getByText("read like shouting")).isVisible();
    page.getByText("Subject ideas").click();
    button(page, "^Two small fixes$").click();
    assertThat(page.locator(".head .line strong")).hasText("Two small fixes");
    assertThat(page.getByText("read like shouting")).not().isVisible();
    button(page, "^Save as a layout").click();
    page.getByLabel("Its name").fill("Fixes, in short");
    button(page, "^Keep it").click();
    assertThat(page.getByText("Kept. It is the first among your layouts.")).isVisible();
    button(page, "^Done").click();
    button(page, "^Layouts").click();
    assertThat(button(page, "^Fixes, in short")).isVisible();
    button(page, "^A short letter").click();
    assertThat(page.locator(".head .line strong")).hasText("A question, Aoife");
    saved(page);
    Assertions.assertThat(demo.bean(Sequences.class).ofOffer(id).steps().get(0).content().style())
        .isEqualTo(EmailContent.Style.LETTER);
    page.context().close();
  }

  @Test
  void aPicture_isBroughtIn_cutByKeyboard_andItsWordsAreAskedFor() throws Exception {
    long id = offer("Pictured", EmailBlock.picture("", "", ""));
    Page page = demo.owner();
    page.navigate("/app/offers/" + id + "/follow-up");
    button(page, "^Change block 1").click();
    assertThat(page.getByText("Many mailboxes show no pictures at first.")).isVisible();
    FileChooser chooser = page.waitForFileChooser(() -> button(page, "^Choose$").first().click());
    chooser.setFiles(new FilePayload("paper.png", "image/png", png(400, 300)));
    button(page, "^Crop it$").click();
    Locator part = page.getByLabel("The part to keep");
    assertThat(part.locator("img").first()).isVisible();
    part.press("-");
    part.press("ArrowRight");
    page.getByRole(AriaRole.DIALOG).getByText("Crop it", exactly()).click();
    assertThat(page.getByRole(AriaRole.DIALOG)).not().isVisible();
    page.getByLabel("What it shows, for those who do not see it").fill("A sheet of paper");
    saved(page);
    EmailBlock.Picture kept = (EmailBlock.Picture) blocks(id).get(0);
    Assertions.assertThat(kept.alt()).isEqualTo("A sheet of paper");
    BufferedImage cut =
        ImageIO.read(
            new ByteArrayInputStream(page.request().get("/pictures/" + kept.picture()).body()));
    Assertions.assertThat(cut.getWidth()).isLessThan(400);
    page.context().close();
  }

  private static Locator.GetByTextOptions exactly() {
    return new Locator.GetByTextOptions().setExact(true);
  }

  private static byte[] png(int width, int height) throws IOException {
    ByteArrayOutputStream file = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), "png", file);
    return file.toByteArray();
  }

  @Test
  void typing_neverWaitsForTheServer_andNothingTypedIsLost() {
    long id = offer("Slow", EmailBlock.text("<p>x</p>"));
    Page page = demo.owner();
    page.navigate("/app/offers/" + id + "/follow-up");
    Locator subject = emptied(page);
    List<Route> unanswered = new CopyOnWriteArrayList<>();
    page.route(Pattern.compile("/api/(mail/preview|sequences/\\d+)"), unanswered::add);
    subject.pressSequentially("Typed while nobody answers");
    page.waitForCondition(() -> !unanswered.isEmpty());
    subject.pressSequentially(", and more");
    assertThat(subject).hasText("Typed while nobody answers, and more");
    page.unroute(Pattern.compile("/api/(mail/preview|sequences/\\d+)"));
    unanswered.forEach(Route::resume);
    page.waitForCondition(
        () ->
            demo.bean(Sequences.class)
                .ofOffer(id)
                .steps()
                .get(0)
                .content()
                .subject()
                .equals("Typed while nobody answers, and more"));
    page.context().close();
  }

  @Test
  void aStepsRules_areSetAndToldInWords_andContradictionsBesideTheirField() {
    long id = offer("Timed", EmailBlock.text("<p>x</p>"));
    Page page = demo.owner();
    page.navigate("/app/offers/" + id + "/follow-up");
    page.getByLabel("At", new Page.GetByLabelOptions().setExact(true)).fill("08:00");
    for (String day : List.of("Saturday", "Sunday")) {
      button(page, "^" + day + "$").click();
    }
    assertThat(page.getByText("2 days later at 08:00 · Monday to Friday")).isVisible();
    page.getByLabel("Not before").fill("09:00");
    assertThat(
            page.locator(
                ".v-messages__message",
                new Page.LocatorOptions()
                    .setHasText("The time of day lies outside the sending window.")))
        .isVisible();
    page.getByLabel("Not before").fill("07:00");
    saved(page);
    button(page, "^Pause it").click();
    assertThat(page.locator(".left .mark")).hasText("paused");
    button(page, "^Resume").click();
    assertThat(page.locator(".left .mark")).not().isVisible();
    page.context().close();
  }

  @Test
  void theRehearsal_showsEveryMoment_andFollowsWhatTheVisitorDoes() {
    Page page = demo.owner();
    page.navigate("/app/offers/1/rehearsal");
    Locator film = page.getByRole(AriaRole.REGION);
    assertThat(film.getByText("Follow up · email 1")).isVisible();
    assertThat(film.getByText("Hand over · the pass is used")).isVisible();
    assertThat(
            page.frameLocator("iframe[title='Confirm · email']")
                .getByText("you asked for the first-notebook plan"))
        .isVisible();
    page.navigate("/app/offers/1/rehearsal?uses=never");
    assertThat(film.getByText("Follow up · passed over 1")).isVisible();
    button(page, "^confirms").click();
    page.locator(".v-overlay .v-select").click();
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("never")).click();
    page.waitForURL(Pattern.compile("confirms=never"));
    assertThat(film.getByText(Pattern.compile("^Follow up"))).hasCount(0);
    page.reload();
    assertThat(film.locator("li")).hasCount(2);
    page.context().close();
  }

  @Test
  void whatReadinessFinds_isCuredByItsButton() {
    long id = offer("Cured", EmailBlock.text("<p>x</p>"));
    Offers offers = demo.bean(Offers.class);
    var offer = offers.get(id);
    offers.save(
        id,
        offer.version(),
        new jeton.server.offer.OfferSettings(
            offer.settings().name(),
            offer.settings().slug(),
            offer
                .settings()
                .confirm()
                .withEmail(new EmailContent("Sure?", "", "<p>x</p>", EmailButton.NONE)),
            offer.settings().handOver()));
    Page page = demo.owner();
    page.navigate("/app/offers/" + id + "/confirm");
    button(page, "to look at$").click();
    assertThat(page.getByText("The confirmation email has no button that confirms.")).isVisible();
    button(page, "^Put the button in").click();
    assertThat(page.getByText("The confirmation email has no button that confirms."))
        .not()
        .isVisible();
    page.keyboard().press("Escape");
    assertThat(button(page, "^Change block 2, Button: Yes, that was me")).isVisible();
    page.context().close();
  }

  @Test
  void theMailEngine_showsWhatFailed_withWhatTheServerSaid() {
    Page page = demo.owner();
    page.navigate("/app/emails/engine");
    page.waitForLoadState(LoadState.NETWORKIDLE);
    button(page, "Failed$").click();
    assertThat(page.locator("tbody tr").first()).containsText("No such mailbox");
    button(page, "^Try all now").click();
    assertThat(page.getByText("None of these can be tried again")).isVisible();
    page.context().close();
  }
}
