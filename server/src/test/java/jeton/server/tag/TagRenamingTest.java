package jeton.server.tag;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.email.LinkTag;
import jeton.core.handover.HandOverSettings;
import jeton.core.people.TagChange;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.segment.Segments;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/** A tag gets another name. */
class TagRenamingTest {
  private final TestServer server = TestServer.get();
  private final Tags tags = server.bean(Tags.class);
  private final String from = "Early " + UUID.randomUUID().toString().substring(0, 8);
  private final String to = "Late " + UUID.randomUUID().toString().substring(0, 8);

  private static Criterion.Group tagged(String tag) {
    return Criterion.Group.all(Criterion.Condition.of(Subject.TAG, Comparison.HAS, tag));
  }

  private long count(String tag) {
    return server.bean(Segments.class).count(tagged(tag));
  }

  private void give(long person, String tag) {
    server.bean(TransactionOperations.class).executeWithoutResult(status -> tags.give(person, tag));
  }

  private Http.Answer rename(String one, String other) {
    return server.owner().json("PUT", "/api/tags", Map.of("from", one, "to", other));
  }

  private long person() {
    String email = newAddress();
    new SampleOffer().join(email);
    return server
        .bean(JdbcClient.class)
        .sql("SELECT id FROM person WHERE email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  private static OfferSettings tagging(OfferSettings settings, String tag) {
    EmailContent email =
        new EmailContent(
            "Here it is",
            "",
            EmailContent.Style.FRAMED,
            List.of(
                EmailBlock.text("<p><a href=\"https://q.example\">a tag</a></p>"),
                EmailBlock.incentive("Open it")),
            "",
            List.of(new LinkTag("https://q.example", tag, true)));
    HandOverSettings was = settings.handOver();
    HandOverSettings handOver =
        new HandOverSettings(
            was.onTheSpot(),
            was.byEmail(),
            email,
            was.page(),
            was.limits(),
            was.runAgain(),
            List.of(new TagChange(TagChange.When.SIGN_UP, tag, true)));
    return new OfferSettings(
        settings.name(), settings.slug(), settings.confirm(), handOver, settings.gives());
  }

  @Test
  void whoHasIt_keepsIt_andWhatNamesIt_namesItAnew() {
    tags.make(from);
    long person = person();
    give(person, from);
    SampleOffer offer = new SampleOffer(settings -> tagging(settings, from));
    Segments segments = server.bean(Segments.class);
    long segment = segments.keep("Of " + from, tagged(from)).id();
    assertThat(rename(from, to).status()).isEqualTo(200);
    assertThat(tags.of(List.of(person)).get(person)).containsExactly(to);
    HandOverSettings handOver = server.bean(Offers.class).get(offer.id).settings().handOver();
    assertThat(handOver.tags()).extracting(TagChange::tag).containsExactly(to);
    assertThat(handOver.email().linkTags()).extracting(LinkTag::tag).containsExactly(to);
    assertThat(segments.find(segment).orElseThrow().question()).isEqualTo(tagged(to));
    assertThat(count(to)).isEqualTo(1);
    offer.join(newAddress());
    assertThat(count(to)).isEqualTo(2);
  }

  @Test
  void theFormerNameStillMeansIt_untilAnotherTagIsCalledSo() {
    tags.make(from);
    long person = person();
    give(person, from);
    rename(from, to);
    assertThat(count(from)).as("asked from an older page").isEqualTo(1);
    long other = person();
    give(other, from);
    assertThat(tags.of(List.of(other)).get(other)).containsExactly(to);
    tags.make(from);
    assertThat(count(from)).isZero();
    give(other, from);
    assertThat(tags.of(List.of(other)).get(other)).containsExactlyInAnyOrder(from, to);
  }

  @Test
  void backAgain_allIsAsBefore_alsoInOtherLetters() {
    tags.make(from);
    give(person(), from);
    rename(from, to);
    assertThat(rename(to, from).status()).isEqualTo(200);
    String loud = from.toUpperCase(Locale.ROOT);
    assertThat(rename(from, loud).status()).isEqualTo(200);
    assertThat(tags.all()).extracting(Tags.TagCount::name).contains(loud).doesNotContain(from);
    assertThat(count(from)).isEqualTo(1);
  }

  @Test
  void aNameThatIsTaken_orNone_isRefused_andAnUnknownTagIsNotThere() {
    tags.make(from);
    tags.make(to);
    assertThat(rename(from, to).status()).isEqualTo(422);
    assertThat(rename(from, " ").status()).isEqualTo(422);
    assertThat(rename("nobody " + UUID.randomUUID(), to + "x").status()).isEqualTo(404);
    assertThat(tags.all()).extracting(Tags.TagCount::name).contains(from, to);
  }

  @Test
  void ofTwoTagsThatWantOneName_oneGetsIt() {
    tags.make(from);
    tags.make(to);
    String wanted = "Both " + from;
    List<Integer> said =
        List.of(from, to).parallelStream().map(tag -> rename(tag, wanted).status()).toList();
    assertThat(said).containsExactlyInAnyOrder(200, 422);
    assertThat(tags.all()).extracting(Tags.TagCount::name).containsOnlyOnce(wanted);
  }

  @Test
  void madeTwiceAtOnce_itIsOne() {
    List.of(from, from, from, from).parallelStream().forEach(tags::make);
    assertThat(tags.all()).extracting(Tags.TagCount::name).containsOnlyOnce(from);
  }

  @Test
  void whoHadAnOfferOpen_doesNotWriteOverTheNewName() {
    tags.make(from);
    SampleOffer offer = new SampleOffer(settings -> tagging(settings, from));
    Offers offers = server.bean(Offers.class);
    int version = offers.get(offer.id).version();
    OfferSettings open = offers.get(offer.id).settings();
    rename(from, to);
    assertThatThrownBy(() -> offers.save(offer.id, version, open))
        .isInstanceOf(ChangedMeanwhile.class);
  }
}
