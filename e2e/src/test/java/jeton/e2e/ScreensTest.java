package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ReducedMotion;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import jeton.core.followup.RunAgain;
import jeton.server.followup.Joining;
import jeton.server.sequence.Sequences;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Each screen by itself: reachable by all, fitting its window, and doing what it says. */
class ScreensTest {
  private final Demo demo = Demo.get();

  private static Locator button(Page page, String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  @Test
  void theHostedPage_asksNobodyElse_andWorksWithoutScripts() {
    var context =
        demo.browser.newContext(
            new Browser.NewContextOptions()
                .setBaseURL(demo.base)
                .setJavaScriptEnabled(false)
                .setReducedMotion(ReducedMotion.REDUCE));
    Page page = context.newPage();
    List<String> asked = new ArrayList<>();
    page.onRequest(request -> asked.add(request.url()));
    page.navigate("/o/first-notebook-plan");
    page.locator("[name=email]").fill("noscript@letters.test");
    page.getByRole(AriaRole.CHECKBOX).check();
    button(page, "Send me the plan").click();
    assertThat(page.getByRole(AriaRole.HEADING)).hasText("Nearly there");
    assertThat(asked).allMatch(url -> url.startsWith(demo.base) || url.startsWith("data:"));
    context.close();
  }

  @Test
  void keys_leadAlongTheTrack_andNotWhileWriting() {
    Page page = demo.owner();
    page.navigate("/app/offers/1/give");
    page.locator("h1").waitFor();
    for (String stop : List.of("give", "ask", "confirm", "hand-over", "follow-up")) {
      page.keyboard()
          .press(
              String.valueOf(
                  List.of("give", "ask", "confirm", "hand-over", "follow-up").indexOf(stop) + 1));
      page.waitForURL("**/offers/1/" + stop);
    }
    page.goBack();
    page.waitForURL("**/offers/1/hand-over");
    page.keyboard().press("?");
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Keys")))
        .isVisible();
    page.context().close();
  }

  @Test
  void undo_takesASaveBack() {
    Page page = demo.owner();
    page.navigate("/app/offers/1/ask");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Words")))
        .click();
    Locator headline = page.getByLabel("Headline");
    assertThat(headline).hasValue("Bind your first notebook this weekend");
    headline.fill("Something else");
    button(page, "Undo").click();
    assertThat(headline).hasValue("Bind your first notebook this weekend");
    page.context().close();
  }

  @Test
  void readiness_leadsToTheControl_andHoldsBackGoingLive() {
    Page page = demo.owner();
    page.navigate("/app/offers/2/confirm");
    button(page, "Go live").click();
    page.getByRole(
            AriaRole.LINK,
            new Page.GetByRoleOptions().setName(Pattern.compile("no file to hand over")))
        .last()
        .click();
    page.waitForURL("**/offers/2/give#files");
    assertThat(page.locator("#files button")).isFocused();
    page.context().close();
  }

  @Test
  void aFollowUpEdit_thatMovesPeople_waitsForTheOwnersWord() {
    Set<Long> some = LongStream.rangeClosed(1, 20).boxed().collect(Collectors.toSet());
    demo.bean(Joining.class)
        .add(
            demo.bean(Sequences.class).ofOffer(1).id(),
            new Joining.Who.These(some),
            new RunAgain(RunAgain.When.EVERY_TIME, 0));
    Page page = demo.owner();
    page.navigate("/app/offers/1/follow-up");
    Locator wait = page.getByLabel("Waits");
    assertThat(wait).hasValue("2");
    wait.fill("9");
    assertThat(page.getByTestId("effect"))
        .containsText("would get their next email at another time");
    button(page, "Put it back").click();
    assertThat(wait).hasValue("2");
    assertThat(page.getByTestId("effect")).not().isVisible();
    page.context().close();
  }

  @Test
  void anUnknownFillIn_isToldBesideTheEmail_andKeptAsTyped() {
    Page page = demo.owner();
    page.navigate("/app/offers/2/confirm");
    Locator subject =
        page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Subject"));
    subject.click();
    subject.press("End");
    subject.pressSequentially(" {{shoe_size}}");
    assertThat(page.getByText("There is no fill-in {{shoe_size}}").first()).isVisible();
    assertThat(subject).containsText("{{shoe_size}}");
    subject.press("Control+a");
    subject.pressSequentially("Press once for your colour card");
    assertThat(page.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    page.context().close();
  }

  @Test
  void people_areFoundByWordsAndState_andTheAddressKeepsTheFilter() {
    Page page = demo.owner();
    page.navigate("/app/people");
    page.locator(".search input").fill("aoife");
    assertThat(page.getByText(Pattern.compile("^[1-9]\\d* found$"))).isVisible();
    assertThat(page.locator("tbody tr").first()).containsText("aoife");
    page.waitForURL(Pattern.compile("words=aoife"));
    page.navigate("/app/people?state=LEFT&words=aoife");
    assertThat(page.locator(".chip")).hasText("left");
    page.reload();
    assertThat(page.locator(".search input")).hasValue("aoife");
    page.locator(".search input").fill("nobody-of-this-name");
    assertThat(page.getByText("Nobody fits")).isVisible();
    page.context().close();
  }

  @Test
  void theDemoStrip_movesTheClock() {
    Page page = demo.owner();
    String before = page.getByTestId("demo-now").textContent();
    button(page, "+1 day").click();
    assertThat(page.getByTestId("demo-now")).not().hasText(before);
    page.context().close();
  }

  @Test
  void findAnything_findsOffersPeopleAndCommands() {
    Page page = demo.owner();
    page.keyboard().press("Control+k");
    Locator search = page.locator("input[aria-controls=found]");
    search.fill("first-notebook");
    // Enter goes to what is found, which is there a moment after the letters.
    assertThat(page.getByRole(AriaRole.OPTION).first()).containsText("First-notebook plan");
    page.keyboard().press("Enter");
    page.waitForURL("**/offers/1/give");
    page.context().close();
  }

  @Test
  void theClientsTypes_areThoseOfTheApi() throws IOException {
    JsonMapper mapper = new JsonMapper();
    // Made when it is first asked for, which takes a while on a busy machine.
    RequestOptions patient = RequestOptions.create().setTimeout(60_000);
    JsonNode served =
        mapper.readTree(demo.visitor().request().get("/api/openapi.json", patient).text());
    JsonNode committed = mapper.readTree(Files.readString(Path.of("../web/app/openapi.json")));
    assertThat(served.equals(committed))
        .as("web/app/openapi.json is what the server serves; else run ./jeton types")
        .isTrue();
  }
}
