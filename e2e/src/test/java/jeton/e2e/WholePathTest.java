package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * From nothing to the second welcome email, and out again: the owner's clicks and the visitor's.
 */
class WholePathTest {
  // Also against a demo that ran this test before.
  private static final String VISITOR = "imogen." + System.currentTimeMillis() + "@letters.test";
  private static final byte[] PLAN =
      ("%PDF-1.4\n" + "a sewing pattern ".repeat(2000) + "\n%%EOF\n")
          .getBytes(StandardCharsets.US_ASCII);
  private static final String JOURNAL = "From the journal";
  private final Demo demo = Demo.get();
  private final Letters letters = new Letters(demo, VISITOR);

  @Test
  void anOfferIsMade_aVisitorGetsIt_twoEmailsFollow_andLeavingStopsThem() {
    Page owner = demo.owner();
    makeOffer(owner);
    addWelcomeEmails(owner);
    String address = goLive(owner);
    Page visitor = demo.visitor().newPage();
    signUp(visitor, address);
    confirmAndDownload(visitor);
    assertThat(ofTheOffer()).hasSize(2);

    demo.advance("P2D");
    assertThat(ofTheOffer()).first().isEqualTo("How did the first stitch go, Imogen?");
    demo.advance("P3D");
    assertThat(ofTheOffer()).hasSize(4).first().isEqualTo("A second stitch");

    leave(visitor);
    demo.advance("P30D");
    assertThat(ofTheOffer()).as("nothing after leaving").hasSize(4);
    owner.navigate("/app/people?words=imogen");
    owner.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(VISITOR)).click();
    assertThat(owner.getByText("left the list on the page")).isVisible();
  }

  /** Without the sample business's letter of each month, which may come due meanwhile. */
  private List<String> ofTheOffer() {
    return letters.subjects().stream().filter(one -> !one.equals(JOURNAL)).toList();
  }

  private void makeOffer(Page owner) {
    owner.navigate("/app/offers?new=1");
    owner.getByLabel("What is it called?").fill("Sewing pattern");
    owner.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Make it")).click();
    owner.waitForURL("**/give");
    owner
        .locator("[data-testid=file-picker]")
        .setInputFiles(new FilePayload("sewing-pattern.pdf", "application/pdf", PLAN));
    assertThat(
            owner.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Replace sewing-pattern.pdf")))
        .isVisible();
    owner.keyboard().press("2");
    owner.waitForURL("**/ask");
    // The parts of a form open one by one.
    owner
        .getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^Words")))
        .click();
    owner.getByLabel("Headline").fill("A pattern for your first stitch");
    owner.getByLabel("Words on the button").fill("Send me the pattern");
    assertThat(owner.frameLocator("iframe[title='Hosted page']").getByRole(AriaRole.HEADING))
        .hasText("A pattern for your first stitch");
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
  }

  private void addWelcomeEmails(Page owner) {
    owner.keyboard().press("Escape");
    owner.locator("a[href$='/follow-up']").click();
    owner.waitForURL("**/follow-up");
    addEmail(owner, 1, "2");
    // The chip by the menu that "/" opens.
    Locator subject =
        owner.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Subject"));
    subject.click();
    subject.pressSequentially("How did the first stitch go, /first");
    owner.keyboard().press("Enter");
    subject.pressSequentially("?");
    assertThat(owner.locator(".head .line strong")).hasText("How did the first stitch go, Aoife?");
    addEmail(owner, 2, "3");
    subject.click();
    subject.pressSequentially("A second stitch");
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
  }

  private static void addEmail(Page owner, int number, String days) {
    owner.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Add an email")).click();
    assertThat(
            owner.getByRole(
                AriaRole.HEADING, new Page.GetByRoleOptions().setName("Email " + number)))
        .isVisible();
    owner.getByLabel("Waits").fill(days);
    // The switch is called otherwise once it is on.
    owner.getByLabel("Draft: it is passed over").click();
    assertThat(owner.getByLabel("Ready: it is sent")).isChecked();
  }

  private static String goLive(Page owner) {
    owner.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Go live")).click();
    assertThat(owner.locator(".mark.live")).hasText("Live");
    return owner.locator(".head a[target=_blank]").getAttribute("href");
  }

  private void signUp(Page visitor, String address) {
    visitor.navigate(address);
    assertThat(visitor.getByRole(AriaRole.HEADING)).hasText("A pattern for your first stitch");
    visitor.locator("[name=first_name]").fill("Imogen");
    visitor.locator("[name=email]").fill("imogen@letters");
    visitor.getByRole(AriaRole.CHECKBOX).check();
    Locator send =
        visitor.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Send me the pattern"));
    send.click();
    assertThat(visitor.locator("[data-problem=email]"))
        .containsText("Something is wrong after the @");
    assertThat(visitor.locator("[name=first_name]")).hasValue("Imogen");
    visitor.locator("[name=email]").fill(VISITOR);
    send.click();
    assertThat(visitor.getByRole(AriaRole.HEADING)).hasText("Nearly there");
    // The confirmation leaves by itself, within a second.
    visitor.waitForCondition(
        () -> !letters.subjects().isEmpty(), new Page.WaitForConditionOptions().setTimeout(1500));
  }

  private void confirmAndDownload(Page visitor) {
    visitor.navigate("/standins/mailbox?to=" + VISITOR);
    Page confirmed =
        visitor.waitForPopup(
            () ->
                visitor
                    .frameLocator("iframe[title='The email']")
                    .getByRole(
                        AriaRole.LINK,
                        new com.microsoft.playwright.FrameLocator.GetByRoleOptions()
                            .setName("Yes, that was me"))
                    .click());
    // Opening it is nothing yet, a mail program may have; the first sign of a person is.
    assertThat(confirmed.getByRole(AriaRole.BUTTON)).isVisible();
    assertThat(ofTheOffer()).hasSize(1);
    confirmed.mouse().move(200, 200);
    assertThat(confirmed.getByRole(AriaRole.HEADING)).hasText("Thank you, that worked");
    Locator file =
        confirmed.getByRole(
            AriaRole.LINK, new Page.GetByRoleOptions().setName("Download sewing-pattern.pdf"));
    APIResponse response = confirmed.request().get(demo.base + file.getAttribute("href"));
    assertThat(response.body()).isEqualTo(PLAN);
    visitor.waitForCondition(() -> letters.subjects().size() == 2);
  }

  private void leave(Page visitor) {
    visitor.navigate(letters.link("/u/"));
    visitor
        .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Leave the list"))
        .click();
    assertThat(visitor.getByRole(AriaRole.HEADING)).hasText("You have left the list");
  }
}
