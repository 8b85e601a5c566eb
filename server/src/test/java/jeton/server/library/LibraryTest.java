package jeton.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;

/** Layouts, and HTML brought in. */
class LibraryTest {
  private static final String FOREIGN =
      """
      <html><head><title>Spring news</title><style>p{color:red}</style></head>
      <body onload="steal()">
      <div style="display:none">hidden words for mailboxes</div>
      <script>alert(1)</script><img src="https://t.example/dot.gif" width="1" height="1">
      <table><tr><td><h1>Big <b>news</b></h1><p onclick="x()">Read <a href="javascript:x()">this</a>
      and <a href="https://q.example/a">that</a> {{first_name}}</p></td></tr></table>
      <a href="https://q.example/shop" style="background:#000;padding:10px">To the shop</a>
      <hr><ul><li>one</li><li>two</li></ul>
      <iframe src="https://t.example"></iframe><p style="position:fixed">plain</p>
      </body></html>
      """;

  @Test
  void foreignHtml_bringsItsWords_andNothingThatRunsOrCounts() {
    EmailImport.Imported imported = EmailImport.of(FOREIGN);
    EmailContent email = imported.content();
    assertThat(email.subject()).isEqualTo("Spring news");
    assertThat(imported.picturesLeftOut()).isEqualTo(1);
    String all = email.toString();
    assertThat(all)
        .doesNotContain("script", "onclick", "onload", "style=\"", "iframe", "t.example", "hidden")
        .doesNotContain("{{first_name}}")
        .contains("<h2>Big <strong>news</strong></h2>", "https://q.example/a", "<li>two</li>");
    assertThat(email.blocks().stream().<Class<?>>map(EmailBlock::getClass))
        .containsSubsequence(
            EmailBlock.Text.class,
            EmailBlock.Button.class,
            EmailBlock.Divider.class,
            EmailBlock.Text.class);
    assertThat(email.deadLinks()).as("told rather than kept").containsExactly("");
  }

  @Test
  void nothing_comesOfNothing() {
    assertThat(EmailImport.of("").content().blocks()).isEmpty();
    assertThat(EmailImport.of("<script>x</script>").content().blocks()).isEmpty();
    assertThat(EmailImport.of("just words").content().blocks()).hasSize(1);
  }

  @Test
  void layouts_ofOnesOwn_comeFirst_andGoAgain() {
    Http owner = TestServer.get().owner();
    int ours = owner.get("/api/emails/layouts").json().size();
    assertThat(ours).isGreaterThanOrEqualTo(8);
    EmailContent mine = EmailImport.of("<p>mine</p>").content();
    var kept =
        owner.json("POST", "/api/emails/layouts", Map.of("name", "Mine", "content", mine)).json();
    assertThat(kept.size()).isEqualTo(ours + 1);
    assertThat(kept.get(0).get("name").asString()).isEqualTo("Mine");
    long id = kept.get(0).get("id").asLong();
    assertThat(owner.delete("/api/emails/layouts/" + id).json().size()).isEqualTo(ours);
    assertThat(owner.delete("/api/emails/layouts/" + id).status()).isEqualTo(404);
    assertThat(
            owner
                .json("POST", "/api/emails/layouts", Map.of("name", " ", "content", mine))
                .problem())
        .isEqualTo("empty");
  }

  @Test
  void everyEmail_isListed_withWhereItIsUsed() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "Listed once"));
    assertThat(kinds(offer, "words=" + offer.slug.replace("plan-", "PLAN+")))
        .containsExactlyInAnyOrder("CONFIRMATION", "DELIVERY");
    assertThat(kinds(offer, "words=listed+ONCE&shareable=true")).containsExactly("FOLLOW_UP");
    assertThat(kinds(offer, "words=" + offer.slug.replace("plan-", "plan+") + "&shareable=true"))
        .isEmpty();
    assertThat(kinds(offer, "words=listed+once&page=1")).as("one page holds them all").isEmpty();
  }

  private static List<String> kinds(SampleOffer offer, String query) {
    var page = TestServer.get().owner().get("/api/emails?" + query).json();
    return page.get("rows")
        .valueStream()
        .filter(email -> email.at("/uses/0/offerId").asLong() == offer.id)
        .map(email -> email.get("kind").asString())
        .toList();
  }
}
