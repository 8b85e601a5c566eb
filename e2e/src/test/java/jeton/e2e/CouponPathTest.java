package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A coupon from nothing: made, asked for, confirmed, copied, used at the sample shop's till. */
class CouponPathTest {
  private static final String VISITOR = "brid." + System.currentTimeMillis() + "@letters.test";
  private static final Pattern CODE = Pattern.compile("BR-[0-9A-Z]{4}-[0-9A-Z]{4}");
  private final Demo demo = Demo.get();
  private final Letters letters = new Letters(demo, VISITOR);

  @Test
  void aCodeIsMade_copied_usedAtTheTill_onceAndNoMore() {
    Page owner = demo.owner();
    String address = makeCoupon(owner);
    Page visitor = demo.visitor().newPage();
    visitor.context().grantPermissions(List.of("clipboard-read", "clipboard-write"));
    String code = signUpAndCopy(visitor, address);
    buy(visitor, code);
    looksAtNumbers(owner, code);
    withdrawnAndBack(owner, code);
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private String makeCoupon(Page owner) {
    owner.navigate("/app/offers?new=1");
    owner.getByRole(AriaRole.BUTTON, named("Coupon A code that is worth")).click();
    owner.getByLabel("What is it called?").fill("Fifteen off");
    owner.getByRole(AriaRole.BUTTON, named("Make it")).click();
    owner.waitForURL("**/give");
    owner.getByLabel("Percent", new Page.GetByLabelOptions().setExact(true)).fill("15");
    owner.getByLabel("Applies to").fill("papers");
    owner.getByLabel("Begins with").fill("br");
    owner.getByLabel("Minimum order").fill("10");
    String origin = owner.request().get(demo.base + "/api/demo/places").text();
    owner
        .getByLabel("Address of the shop")
        .fill(
            origin.replaceAll(".*\"sampleSite\":\"([^\"]+)\".*", "$1") + "/checkout?code={{code}}");
    // A made sample reads back, and a slip of the pen is told.
    assertThat(owner.locator(".sample")).hasText(CODE);
    String sample = owner.locator(".sample").textContent().strip();
    owner.getByLabel("Test a code").fill(sample.toLowerCase());
    assertThat(owner.getByText("That reads well")).isVisible();
    char last = sample.charAt(sample.length() - 1);
    owner
        .getByLabel("Test a code")
        .fill(sample.substring(0, sample.length() - 1) + (last == '7' ? '8' : '7'));
    assertThat(owner.getByText("A slip of the pen: one sign is wrong.")).isVisible();
    var shown = owner.frameLocator("iframe[title='The page behind their link']");
    assertThat(shown.locator(".code .worth")).hasText("15 % off papers");
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Go live")).click();
    assertThat(owner.locator(".mark.live")).hasText("Live");
    return owner.locator(".head a[target=_blank]").getAttribute("href");
  }

  private String signUpAndCopy(Page visitor, String address) {
    letters.signUpAndConfirm(visitor, address);
    assertThat(visitor.locator("[data-code]")).hasText(CODE);
    String code = visitor.locator("[data-code]").innerText();
    visitor.getByRole(AriaRole.BUTTON, named("Copy the code")).click();
    assertThat(visitor.getByRole(AriaRole.BUTTON, named("Copied"))).isVisible();
    assertThat(visitor.evaluate("navigator.clipboard.readText()")).isEqualTo(code);
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
    return code;
  }

  private void buy(Page visitor, String code) {
    visitor.getByRole(AriaRole.LINK, named("To the shop, with the code")).click();
    // 15 % of the papers and threads: the bone folder is none.
    assertThat(visitor.locator("#total")).hasText("€25.12");
    visitor.getByRole(AriaRole.BUTTON, named("Place the order")).click();
    assertThat(visitor.locator("#outcome")).hasText("Thank you. Your order is on its way.");
    String again = visitor.url().replaceAll("/checkout.*", "/checkout?code=" + code);
    visitor.navigate(again);
    assertThat(visitor.locator("#refusal")).hasText("This code was used already.");
    assertThat(visitor.locator("#total")).hasText("€28.50");
    visitor.locator("[name=code]").fill(code.substring(0, code.length() - 2));
    visitor.getByRole(AriaRole.BUTTON, named("Use the code")).click();
    assertThat(visitor.locator("#refusal")).hasText("We do not know this code.");
  }

  private void looksAtNumbers(Page owner, String code) {
    owner.reload();
    assertThat(owner.locator(".chain li"))
        .hasText(new String[] {"1given", "1seen", "1copied", "1used"});
    assertThat(owner.getByText("1 order worth €28.50, €3.38 taken off.")).isVisible();
    owner.getByRole(AriaRole.LINK, named("All codes")).click();
    owner.waitForURL("**/codes");
    assertThat(owner.getByText(code)).isVisible();
    assertThat(owner.getByRole(AriaRole.LINK, named(VISITOR))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
  }

  private void withdrawnAndBack(Page owner, String code) {
    owner.getByRole(AriaRole.BUTTON, named("Withdraw " + code)).click();
    owner.getByLabel("Why (kept in the history)").fill("passed on");
    owner.getByRole(AriaRole.BUTTON, named("Withdraw it")).click();
    assertThat(owner.getByText("withdrawn: passed on")).isVisible();
    owner.getByRole(AriaRole.BUTTON, named("Make valid again")).click();
    assertThat(owner.getByRole(AriaRole.BUTTON, named("Withdraw " + code))).isVisible();
  }

  @Test
  void aListOfCodes_isBroughtIn_andKeysForTheShopAreMade() {
    Page owner = demo.owner();
    owner.navigate("/app/offers?new=1");
    owner.getByRole(AriaRole.BUTTON, named("Coupon A code that is worth")).click();
    owner.getByLabel("What is it called?").fill("From a list");
    owner.getByRole(AriaRole.BUTTON, named("Make it")).click();
    owner.waitForURL("**/give");
    owner.getByRole(AriaRole.BUTTON, named("From my list")).click();
    String first = "LIST" + System.currentTimeMillis();
    byte[] csv =
        ("code\n" + first + "\n" + first + "\nB" + first + "\n").getBytes(StandardCharsets.UTF_8);
    owner
        .locator("[data-testid=codes-picker]")
        .setInputFiles(new FilePayload("codes.csv", "text/csv", csv));
    assertThat(owner.getByText("2 came in, 1 stood there twice.")).isVisible();
    assertThat(owner.getByText("2 codes left")).isVisible();

    owner.navigate("/app/setup");
    owner.getByLabel("What will use it").fill("The market stall");
    owner.getByRole(AriaRole.BUTTON, named("Make a key")).click();
    assertThat(owner.locator("#keys code")).hasText(Pattern.compile("jk_[A-Za-z0-9_-]{27}"));
    owner.getByRole(AriaRole.BUTTON, named("I have copied it")).click();
    assertThat(owner.locator("#keys code")).hasCount(0);
    owner.getByRole(AriaRole.BUTTON, named("Revoke The market stall")).click();
    owner.getByRole(AriaRole.BUTTON, named("Revoke it")).click();
    assertThat(owner.locator("#keys").getByText(Pattern.compile("revoked"))).isVisible();
  }

  @Test
  void anOffer_mayGiveSomethingElse_untilSomebodySignedUp() {
    Page owner = demo.owner();
    owner.navigate("/app/offers?new=1");
    owner.getByLabel("What is it called?").fill("Undecided");
    owner.getByRole(AriaRole.BUTTON, named("Make it")).click();
    owner.waitForURL("**/give");
    owner.getByRole(AriaRole.BUTTON, named("Give something else")).click();
    owner.getByRole(AriaRole.BUTTON, named("Coupon A code that is worth")).click();
    assertThat(owner.getByRole(AriaRole.HEADING, named("What it is worth"))).isVisible();
    assertThat(owner.getByText("a code for each")).isVisible();
    owner.navigate("/app/offers/1/give");
    assertThat(owner.getByRole(AriaRole.HEADING, named("What they get"))).isVisible();
    assertThat(owner.getByRole(AriaRole.BUTTON, named("Give something else"))).hasCount(0);
  }
}
