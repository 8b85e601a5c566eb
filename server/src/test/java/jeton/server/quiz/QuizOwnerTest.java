package jeton.server.quiz;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CountDownLatch;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Quiz;
import jeton.core.offer.OfferKind;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Balance;
import jeton.core.quiz.Gate;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.transaction.support.TransactionOperations;
import tools.jackson.databind.JsonNode;

/** What the owner of a quiz has of it (Q4, Q11, Q12). */
class QuizOwnerTest {
  private final TestServer server = TestServer.get();

  private SampleOffer offer(Quiz quiz) {
    return new SampleOffer(
        OfferKind.QUIZ,
        settings ->
            new OfferSettings(
                settings.name(), settings.slug(), settings.confirm(), settings.handOver(), quiz));
  }

  private SampleOffer offer() {
    return offer(OnTheQuiz.quiz(Gate.When.BEFORE));
  }

  private String path(SampleOffer offer, String rest) {
    return "/api/offers/" + offer.id + "/quiz" + rest;
  }

  @Test
  void thereAreTwelveQuizzesToStartFrom_eachWholeAndBalanced_inItsOwnTrade() {
    List<QuizFiles.QuizFile> starters = server.bean(QuizFiles.class).starters();
    assertThat(starters).hasSizeGreaterThanOrEqualTo(12);
    assertThat(starters.stream().map(QuizFiles.QuizFile::trade)).doesNotHaveDuplicates();
    for (QuizFiles.QuizFile starter : starters) {
      Scheme scheme = starter.quiz().scheme();
      assertThat(scheme.questions()).as(starter.name()).hasSizeBetween(5, 8);
      assertThat(scheme.outcomes()).as(starter.name()).hasSizeBetween(3, 4);
      assertThat(starter.quiz().missing()).as(starter.name()).extracting(Lack::code).isEmpty();
      Balance balance = Balance.of(scheme);
      assertThat(balance.exact()).isTrue();
      balance
          .shares()
          .forEach(
              (outcome, share) ->
                  assertThat(share.value())
                      .as(starter.name() + " " + outcome)
                      .isBetween(0.15, 0.5));
    }
  }

  @Test
  void whatIsTakenAlong_isAsTheSchemaSays_andComesBackTheSame() {
    Http owner = server.owner();
    JsonSchema schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(owner.get("/api/quizzes/schema.json").body());
    for (QuizFiles.QuizFile starter : server.bean(QuizFiles.class).starters()) {
      SampleOffer offer = offer(starter.quiz());
      Http.Answer file = owner.get(path(offer, "/file"));
      assertThat(file.header("Content-Disposition")).contains(offer.slug + ".quiz.json");
      assertThat(schema.validate(file.body(), com.networknt.schema.InputFormat.JSON))
          .as(starter.name())
          .isEmpty();
      assertThat(owner.upload("/api/quizzes/read", file.bytes()).status()).isEqualTo(200);
      assertThat(server.bean(QuizFiles.class).read(file.body()).quiz()).isEqualTo(starter.quiz());
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "null",
        "[]",
        "{\"format\":\"jeton-quiz/9\"}",
        "{\"format\":\"jeton-quiz/1\",\"name\":\"x\",\"quiz\":{\"kind\":\"COUPON\"}}",
        "not json at all"
      })
  void whatIsNoQuiz_isRefusedInWords(String file) {
    Http.Answer refused =
        server.owner().upload("/api/quizzes/read", file.getBytes(StandardCharsets.UTF_8));
    assertThat(refused.status()).isIn(400, 422);
  }

  @Test
  void aPictureThatIsNotKeptHere_isLeftOut() {
    SampleOffer offer = offer();
    String file =
        server
            .owner()
            .get(path(offer, "/file"))
            .body()
            .replaceFirst("\"picture\":\"\"", "\"picture\":\"" + "a".repeat(64) + "\"");
    assertThat(
            server
                .owner()
                .upload("/api/quizzes/read", file.getBytes(StandardCharsets.UTF_8))
                .body())
        .doesNotContain("aaaaaaaa");
  }

  @Test
  void balance_isExact_saysWhatDecides_andWhatOneMorePointWouldChange() {
    SampleOffer offer = offer();
    Scheme scheme = OnTheQuiz.quiz(Gate.When.BEFORE).scheme();
    JsonNode balance =
        server
            .owner()
            .json(
                "POST",
                path(offer, "/balance"),
                Map.of(
                    "scheme",
                    scheme,
                    "whatIf",
                    Map.of("question", "q2", "answer", "a2", "outcome", "cas", "points", 9)))
            .json();
    // Four ways to answer the second question, skipping included, to two of the first.
    assertThat(balance.get("ways").asString()).isEqualTo("8");
    assertThat(balance.get("exact").asBoolean()).isTrue();
    assertThat(balance.get("shares").get("cop").get("value").asDouble()).isEqualTo(0.5);
    assertThat(balance.get("changed").get("cop").get("value").asDouble()).isLessThan(0.5);
  }

  @Test
  void evenedOut_asAListOfChanges_thatDoWhatTheySay() {
    SampleOffer offer = offer();
    Scheme lopsided =
        OnTheQuiz.quiz(Gate.When.BEFORE)
            .scheme()
            .withPoints("q1", "a2", "cop", 3)
            .withPoints("q2", "a1", "cop", 5);
    JsonNode evened =
        server
            .owner()
            .json("POST", path(offer, "/even"), Map.of("scheme", lopsided, "spread", 0.1))
            .json();
    assertThat(evened.get("reached").asBoolean()).isTrue();
    assertThat(evened.get("changes").size()).isPositive();
    JsonNode shares = evened.get("after").get("shares");
    assertThat(
            Math.abs(
                shares.get("cop").get("value").asDouble()
                    - shares.get("cas").get("value").asDouble()))
        .isLessThanOrEqualTo(0.1);
  }

  @Test
  void aNewerQuestion_overtakesAnOlderOneThatStillWaits() throws InterruptedException {
    Balances balances = server.bean(Balances.class);
    CountDownLatch begun = new CountDownLatch(2);
    CountDownLatch hold = new CountDownLatch(1);
    List<CompletableFuture<String>> busy = new ArrayList<>();
    for (long other = -1; other >= -2; other--) {
      busy.add(
          balances.newest(
              other,
              () -> {
                begun.countDown();
                await(hold);
                return "done";
              }));
    }
    begun.await();
    CompletableFuture<String> old = balances.newest(-3, () -> "old");
    CompletableFuture<String> young = balances.newest(-3, () -> "young");
    hold.countDown();
    assertThat(young.join()).isEqualTo("young");
    assertThatThrownBy(old::join)
        .isInstanceOf(CompletionException.class)
        .hasCauseInstanceOf(Balances.Overtaken.class);
    busy.forEach(one -> assertThat(one.join()).isEqualTo("done"));
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  @Test
  void anOutcome_isShared_withAPictureOfItsOwn_andNothingOfAnybody() throws IOException {
    SampleOffer offer = offer();
    Http.Answer page = offer.visitor.get("/o/" + offer.slug + "/r/cop");
    assertThat(page.status()).isEqualTo(200);
    assertThat(page.body())
        .contains("Coptic &amp; flat", "property=\"og:title\" content=\"Coptic &amp; flat\"")
        .contains("/o/" + offer.slug + "/r/cop/card.png", "href=\"/o/" + offer.slug + "\"");
    Http.Answer card = offer.visitor.get("/o/" + offer.slug + "/r/cop/card.png");
    assertThat(card.header("Content-Type")).isEqualTo("image/png");
    BufferedImage picture = ImageIO.read(new ByteArrayInputStream(card.bytes()));
    assertThat(picture.getWidth()).isEqualTo(1200);
    assertThat(picture.getHeight()).isEqualTo(630);
    assertThat(colours(picture)).hasSizeGreaterThan(3);
    assertThat(offer.visitor.get("/o/" + offer.slug + "/r/gone").header("Location"))
        .endsWith("/o/" + offer.slug);
    assertThat(offer.visitor.get("/o/no-such-offer/r/cop").status()).isEqualTo(404);
  }

  private static Set<Integer> colours(BufferedImage picture) {
    return new Random(5)
        .ints(20_000, 0, picture.getWidth() * picture.getHeight())
        .mapToObj(at -> picture.getRGB(at % picture.getWidth(), at / picture.getWidth()))
        .collect(Collectors.toSet());
  }

  @Test
  void titlesAsLongAsTheyMayBe_andInOtherLetters_stillMakeAPicture() throws IOException {
    ShareCard card = server.bean(ShareCard.class);
    for (String title : List.of("W".repeat(80), "Überwältigend ✓ 綴じ", "a b ".repeat(20), "x")) {
      byte[] png =
          card.png(
              new ShareCard.Card(
                  title, title, title.repeat(9), title, "#FFFFFF", "#000000", "#16423C"));
      assertThat(ImageIO.read(new ByteArrayInputStream(png)).getWidth()).isEqualTo(1200);
    }
  }

  private void tell(SampleOffer offer, String key, String steps) {
    offer.visitor.plain(
        "/p/quizzes/" + offer.formKey + "/steps",
        server.base,
        "{\"key\":\"" + key + "\",\"site\":\"\",\"steps\":[" + steps + "]}");
  }

  @Test
  void whereTheyStop_isCountedOncePerRenderedForm_andOnlyOfThisQuiz() {
    SampleOffer offer = offer();
    String seen = "{\"what\":\"started\"},{\"what\":\"seen\",\"question\":\"q1\"}";
    String answered = "{\"what\":\"answered\",\"question\":\"q1\",\"ms\":4000}";
    tell(offer, "one", seen);
    tell(offer, "one", seen + "," + answered);
    tell(offer, "two", seen + "," + answered + ",{\"what\":\"asked\"}");
    tell(offer, "three", seen);
    tell(offer, "forged", "{\"what\":\"seen\",\"question\":\"nope\"},{\"what\":\"won\"},null");
    assertThat(
            offer
                .visitor
                .plain("/p/quizzes/" + offer.formKey + "/steps", server.base, "no json")
                .status())
        .isEqualTo(400);
    JsonNode numbers = server.owner().get(path(offer, "")).json();
    assertThat(numbers.get("started").asInt()).isEqualTo(3);
    assertThat(numbers.get("asked").asInt()).isEqualTo(1);
    JsonNode first = numbers.get("questions").get(0);
    assertThat(first.get("seen").asInt()).isEqualTo(3);
    assertThat(first.get("answered").asInt()).isEqualTo(2);
    assertThat(first.get("medianSeconds").asDouble()).isBetween(3.5, 4.5);
    assertThat(numbers.get("questions").get(1).get("seen").asInt()).isZero();
    assertThat(numbers.get("places").get(0).get("name").asString()).isEqualTo("Hosted page");
  }

  @Test
  void players_byOutcomeAndAnswer_onScreenAndAsATable() {
    SampleOffer offer = offer();
    String coptic = newAddress();
    String boxed = newAddress();
    offer.signUp(Map.of("email", coptic, "consent", "yes", "first_name", "=1+1", "q_q1", "a1"));
    offer.signUp(Map.of("email", boxed, "consent", "yes", "q_q1", "a2", "q_q2", "a1; a2"));
    Http owner = server.owner();
    assertThat(owner.get(path(offer, "/players")).body()).contains(coptic, boxed);
    assertThat(owner.get(path(offer, "/players?outcome=cop")).body())
        .contains(coptic)
        .doesNotContain(boxed);
    assertThat(owner.get(path(offer, "/players?answer=q2:a2")).body())
        .contains(boxed, "Sketches, Writing")
        .doesNotContain(coptic);
    String csv = owner.get(path(offer, "/players.csv?outcome=cop")).body();
    assertThat(csv)
        .startsWith("email,first name,at,outcome,")
        .contains(coptic, "'=1+1", "Coptic & flat")
        .doesNotContain(boxed);
    JsonNode numbers = owner.get(path(offer, "")).json();
    assertThat(numbers.get("signedUp").asInt()).isEqualTo(2);
    assertThat(numbers.get("questions").get(1).get("answers").get("a2").asInt()).isEqualTo(1);
    assertThat(numbers.get("p").asDouble()).isEqualTo(1.0);
  }

  @Test
  void whatTheEngineKeeps_isWhatTheRulesSay_forAThousandRandomQuizzes() {
    Random random = new Random(12);
    Offer offer = server.bean(Offers.class).get(offer().id);
    Games games = server.bean(Games.class);
    PlayStore store = server.bean(PlayStore.class);
    // In one transaction: a thousand commits would only try the disk.
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(
            status -> {
              for (int n = 0; n < 1000; n++) {
                Quiz quiz = randomQuiz(random);
                Offer giving = offer.giving(quiz);
                Map<String, Set<String>> given = randomAnswers(quiz.scheme(), random);
                Game.Judged judged = games.judge(giving, fields(given));
                assertThat(judged.problems()).isEmpty();
                Game.Sheet sheet = new Game.Sheet(1, "engine-" + n);
                games.keep(giving, sheet, judged.round().orElseThrow());
                assertThat(store.kept(offer.id(), sheet.submissionKey()).orElseThrow().outcome())
                    .as("quiz %s", n)
                    .isEqualTo(quiz.scheme().judge(given).outcome());
              }
            });
  }

  private static Map<String, String> fields(Map<String, Set<String>> given) {
    Map<String, String> fields = new HashMap<>();
    given.forEach((question, keys) -> fields.put("q_" + question, String.join("; ", keys)));
    return fields;
  }

  private static Quiz randomQuiz(Random random) {
    boolean match = random.nextBoolean();
    List<Outcome> outcomes = new ArrayList<>();
    for (int i = 0; i < 2 + random.nextInt(3); i++) {
      outcomes.add(Outcome.owning("o" + i, 5 * i - 5, 5 * i - 2));
    }
    List<Question> questions = new ArrayList<>();
    for (int q = 0; q < 1 + random.nextInt(4); q++) {
      List<Answer> answers = new ArrayList<>();
      for (int a = 0; a < 2 + random.nextInt(3); a++) {
        Map<String, Integer> points = new HashMap<>();
        outcomes.forEach(one -> points.put(one.id(), random.nextInt(4)));
        answers.add(Answer.scoring("a" + a, points, random.nextInt(9) - 3));
      }
      questions.add(new Question("q" + q, "", "?", "", random.nextBoolean(), false, answers));
    }
    Quiz plain = Quiz.BLANK;
    return new Quiz(
        new Scheme(
            match ? Scoring.MATCH : Scoring.RANGE,
            outcomes,
            questions,
            random.nextBoolean() ? Optional.of("q0") : Optional.empty()),
        plain.cover(),
        plain.paging(),
        plain.gate(),
        false,
        true);
  }

  private static Map<String, Set<String>> randomAnswers(Scheme scheme, Random random) {
    Map<String, Set<String>> given = new HashMap<>();
    for (Question question : scheme.questions()) {
      List<String> keys = new ArrayList<>(question.answers().stream().map(Answer::id).toList());
      java.util.Collections.shuffle(keys, random);
      int most = question.several() ? 1 + random.nextInt(keys.size()) : 1;
      given.put(question.id(), Set.copyOf(keys.subList(0, most)));
    }
    return given;
  }
}
