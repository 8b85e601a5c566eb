package jeton.core.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jeton.core.Refusals;
import jeton.core.email.EmailButton.Target;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What each block says of itself, and what of it is refused at which place. */
class EmailBlockTest {
  private static final String LONG = "a".repeat(81);
  private static final EmailBlock TEXT =
      EmailBlock.text("<p><a href=\"https://a.example\">x</a></p>");
  private static final EmailBlock LINK =
      EmailBlock.button(new EmailButton("Look", Target.LINK, "https://b.example"));

  private static List<String> refused(EmailBlock... blocks) {
    return Refusals.of(
        problems ->
            new EmailContent("s", "", EmailContent.Style.FRAMED, List.of(blocks), "", List.of())
                .check("e", FillIns.USUAL, problems));
  }

  private static EmailColumn column(EmailBlock... blocks) {
    return new EmailColumn(List.of(blocks));
  }

  @Test
  void each_isDrawnAsItsKind() {
    String kinds =
        java.util.stream.Stream.of(
                TEXT,
                LINK,
                EmailBlock.picture("h", "a", ""),
                EmailBlock.fileLink("f"),
                EmailBlock.divider(),
                EmailBlock.columns(List.of()),
                EmailBlock.social(List.of()),
                EmailBlock.incentive("i"),
                new EmailBlock.Feed("https://a.example", 1))
            .map(block -> block.accept(new Names()))
            .collect(Collectors.joining(" "));
    assertThat(kinds).isEqualTo("text button picture file divider columns social incentive feed");
  }

  @Test
  void words_areRefusedAtTheirPlace() {
    assertThat(refused(EmailBlock.text("a\u0007")))
        .containsExactly("e.blocks[0].html control_character");
    assertThat(refused(TEXT, EmailBlock.fileLink(LONG)))
        .containsExactly("e.blocks[1].label too_long");
    assertThat(refused(EmailBlock.incentive(LONG))).containsExactly("e.blocks[0].label too_long");
    assertThat(refused(EmailBlock.button(new EmailButton(LONG, Target.LINK, "a\nb"))))
        .containsExactly("e.blocks[0].label too_long", "e.blocks[0].href control_character");
    assertThat(refused(EmailBlock.picture("h", "a".repeat(301), "{{nope}}")))
        .containsExactly("e.blocks[0].alt too_long", "e.blocks[0].href unknown_fill_in");
    assertThat(refused(EmailBlock.fileLink("{{nope}}")))
        .containsExactly("e.blocks[0].label unknown_fill_in");
  }

  @Test
  void columns_areTwoOrThree_andHoldNone() {
    EmailBlock two = EmailBlock.columns(List.of(column(TEXT), column(LINK)));
    assertThat(refused(two)).isEmpty();
    assertThat(refused(EmailBlock.columns(List.of(column(), column(), column())))).isEmpty();
    assertThat(refused(EmailBlock.columns(List.of(column()))))
        .containsExactly("e.blocks[0].columns out_of_range");
    assertThat(refused(EmailBlock.columns(List.of(column(), column(), column(), column()))))
        .containsExactly("e.blocks[0].columns out_of_range");
    assertThat(refused(EmailBlock.columns(List.of(column(), column(TEXT, two)))))
        .containsExactly("e.blocks[0].columns[1].blocks[1] nested");
    assertThat(
            refused(EmailBlock.columns(List.of(column(TEXT, EmailBlock.fileLink(LONG)), column()))))
        .containsExactly("e.blocks[0].columns[0].blocks[1].label too_long");
  }

  @Test
  void whatIsInColumns_belongsToTheEmail() {
    EmailBlock columns = EmailBlock.columns(List.of(column(TEXT), column(LINK)));
    assertThat(columns.all()).containsExactly(columns, TEXT, LINK);
    assertThat(columns.withWriting(html -> html + "!").all().toList().get(1))
        .isEqualTo(EmailBlock.text("<p><a href=\"https://a.example\">x</a></p>!"));
    assertThat(EmailBlock.text("").withWriting(html -> "!")).isEqualTo(EmailBlock.text(""));
    assertThat(LINK.withWriting(html -> "!")).isEqualTo(LINK);
  }

  @Test
  void links_areEightAtMost() {
    assertThat(refused(social(8))).isEmpty();
    assertThat(refused(social(9))).containsExactly("e.blocks[0].links too_many");
    assertThat(
            refused(
                EmailBlock.social(
                    List.of(new SocialLink(null, null), new SocialLink(LONG, "a\nb")))))
        .containsExactly(
            "e.blocks[0].links[1].name too_long", "e.blocks[0].links[1].href control_character");
    assertThat(social(2).hrefs()).containsExactly("https://a.example/0", "https://a.example/1");
    assertThat(social(1).texts()).containsExactly("https://a.example/0");
  }

  private static EmailBlock social(int links) {
    return EmailBlock.social(
        IntStream.range(0, links)
            .mapToObj(i -> new SocialLink("n", "https://a.example/" + i))
            .toList());
  }

  @ParameterizedTest
  @CsvSource({
    "https://a.example/feed, 1, ''",
    "http://a.example/feed, 20, ''",
    "ftp://a.example, 1, e.blocks[0].href not_an_address",
    "https://a.example, 0, e.blocks[0].most out_of_range",
    "https://a.example, 21, e.blocks[0].most out_of_range"
  })
  void aFeed_hasAnAddress_andOneToTwentyEntries(String url, int most, String fault) {
    assertThat(String.join("", refused(new EmailBlock.Feed(url, most)))).isEqualTo(fault);
  }

  @Test
  void each_saysWhatItCarries_andWhereItLeads() {
    EmailBlock confirms = EmailBlock.button(new EmailButton("Yes", Target.CONFIRM, ""));
    EmailBlock pass = EmailBlock.button(new EmailButton("Mine", Target.PASS, ""));
    assertThat(confirms.confirms()).isTrue();
    assertThat(EmailBlock.button(new EmailButton(" ", Target.CONFIRM, "")).confirms()).isFalse();
    assertThat(List.of(pass.confirms(), TEXT.confirms())).containsOnly(false);
    assertThat(List.of(pass, EmailBlock.fileLink("f"), EmailBlock.incentive("i")))
        .allMatch(EmailBlock::handsOver);
    assertThat(List.of(confirms, TEXT, EmailBlock.divider())).noneMatch(EmailBlock::handsOver);
    assertThat(LINK.hrefs()).containsExactly("https://b.example");
    assertThat(List.of(pass.hrefs(), confirms.hrefs(), EmailBlock.divider().hrefs()))
        .containsOnly(List.of());
    assertThat(EmailBlock.picture("h", "alt", "https://c.example").hrefs())
        .containsExactly("https://c.example");
    assertThat(EmailBlock.picture("h", "alt", " ").hrefs()).isEmpty();
    assertThat(EmailBlock.picture("h", "alt", "x").texts()).containsExactly("x", "alt");
    assertThat(TEXT.hrefs()).containsExactly("https://a.example");
    assertThat(List.of(TEXT.texts().size(), LINK.texts().size())).containsExactly(1, 2);
    assertThat(EmailBlock.fileLink("f").texts()).containsExactly("f");
    assertThat(EmailBlock.incentive("i").texts()).containsExactly("i");
    assertThat(EmailBlock.divider().texts()).isEmpty();
    assertThat(List.of(LINK.label(), EmailBlock.fileLink("f").label(), TEXT.label()))
        .containsExactly("Look", "f", "");
  }

  @Test
  void anEmail_hasThreeHundredBlocksAtMost_thoseInColumnsIncluded() {
    EmailBlock[] most =
        IntStream.range(0, 300).mapToObj(i -> EmailBlock.divider()).toArray(EmailBlock[]::new);
    assertThat(refused(most)).isEmpty();
    most[0] = EmailBlock.columns(List.of(column(EmailBlock.divider()), column()));
    assertThat(refused(most)).containsExactly("e.blocks too_many");
  }

  @Test
  void tagsByLinks_areCheckedAtTheirPlace() {
    List<LinkTag> tags =
        List.of(new LinkTag("https://a.example", "read", true), new LinkTag(null, null, false));
    EmailContent email =
        new EmailContent("s", "", EmailContent.Style.FRAMED, List.of(), "a\u0007", tags);
    assertThat(Refusals.of(problems -> email.check("e", FillIns.USUAL, problems)))
        .containsExactly(
            "e.ownPlain control_character", "e.linkTags[1].href empty", "e.linkTags[1].tag empty");
  }

  private static final class Names implements EmailBlock.Visitor<String> {
    @Override
    public String text(EmailBlock.Text text) {
      return "text";
    }

    @Override
    public String button(EmailBlock.Button button) {
      return "button";
    }

    @Override
    public String picture(EmailBlock.Picture picture) {
      return "picture";
    }

    @Override
    public String fileLink(EmailBlock.FileLink link) {
      return "file";
    }

    @Override
    public String divider(EmailBlock.Divider divider) {
      return "divider";
    }

    @Override
    public String columns(EmailBlock.Columns columns) {
      return "columns";
    }

    @Override
    public String social(EmailBlock.Social social) {
      return "social";
    }

    @Override
    public String incentive(EmailBlock.Incentive incentive) {
      return "incentive";
    }

    @Override
    public String feed(EmailBlock.Feed feed) {
      return "feed";
    }
  }
}
