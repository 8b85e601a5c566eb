package jeton.server.coupon;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Terms;
import jeton.core.coupon.Worth;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.incentive.Coupon;
import jeton.core.offer.OfferKind;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.OfferSettings;
import jeton.server.programkey.ProgramKeys;
import jeton.server.sequence.SequenceDraft;
import tools.jackson.databind.JsonNode;

/** What tests of coupons do as owners, visitors and shops. */
abstract class CouponSteps {
  static final Pattern CODE = Pattern.compile("QT-[0-9A-Z]{4}-[0-9A-Z]{4}");
  final TestServer server = TestServer.get();
  final Http shop = new Http(server.base);
  final String key = key(Set.of(ProgramKeys.May.values()));

  String key(Set<ProgramKeys.May> may) {
    return server.key("The shop", may);
  }

  static Coupon twelvePercent() {
    return coupon(
        terms(Worth.percent(1200), Optional.of(1), Optional.empty()), Coupon.Source.MADE, "");
  }

  static Terms terms(Worth worth, Optional<Integer> perCode, Optional<Integer> inAll) {
    return new Terms(
        worth,
        "EUR",
        "papers, threads",
        2000,
        Optional.empty(),
        Optional.empty(),
        Optional.of(14),
        perCode,
        inAll);
  }

  static Coupon coupon(Terms terms, Coupon.Source source, String shared) {
    return new Coupon(
        terms,
        source,
        new CodeShape("QT", 8),
        shared,
        "",
        "https://shop.quireandthread.example/?code={{code}}",
        false);
  }

  SampleOffer offer(Coupon gives) {
    return offer(gives, settings -> settings);
  }

  SampleOffer offer(Coupon gives, UnaryOperator<OfferSettings> change) {
    return new SampleOffer(
        OfferKind.COUPON,
        s -> change.apply(new OfferSettings(s.name(), s.slug(), s.confirm(), s.handOver(), gives)));
  }

  String join(SampleOffer offer, String email) {
    offer.join(email);
    return codeIn(offer, email);
  }

  String codeIn(SampleOffer offer, String email) {
    String page = offer.visitor.get(path(offer.link(email, "/g/"))).body();
    return first(CODE, page);
  }

  String path(String link) {
    return link.substring(server.base.length());
  }

  static String first(Pattern pattern, String text) {
    Matcher found = pattern.matcher(text);
    assertThat(found.find()).as("%s in %s", pattern, text).isTrue();
    return found.group();
  }

  Http.Answer ask(String what, String code, String order, long subtotal) {
    return shop.jsonWithKey(
        "/api/coupons/" + what,
        key,
        Map.of(
            "code", code, "order", Map.of("id", order, "subtotal", subtotal, "currency", "EUR")));
  }

  static String order() {
    return "order-" + UUID.randomUUID();
  }

  void refused(Http.Answer answer, String why) {
    assertThat(answer.status()).isEqualTo(200);
    assertThat(answer.json().get("ok").asBoolean()).isFalse();
    assertThat(answer.json().get("refusal").asString()).isEqualTo(why);
    assertThat(answer.json().get("message").asString()).isNotBlank();
  }

  void taken(Http.Answer answer, long discount) {
    assertThat(answer.body()).contains("\"ok\":true");
    assertThat(answer.json().get("discount").asLong()).isEqualTo(discount);
  }

  JsonNode person(String email) {
    JsonNode found =
        server.owner().get("/api/people?words=" + email.substring(0, 20)).json().get("people");
    return server.owner().get("/api/people/" + found.get(0).get("id").asLong()).json();
  }

  @SuppressWarnings("unchecked")
  static Map<String, Object> map(JsonNode node) {
    return new tools.jackson.databind.json.JsonMapper().treeToValue(node, Map.class);
  }

  @SuppressWarnings("unchecked")
  static Map<String, Object> inner(Map<String, Object> map, String name) {
    return (Map<String, Object>) map.get(name);
  }

  SampleOffer pool(String... codes) {
    SampleOffer offer =
        offer(
            coupon(
                terms(Worth.percent(1200), Optional.of(1), Optional.empty()),
                Coupon.Source.POOL,
                ""));
    bringIn(offer, String.join("\n", codes));
    return offer;
  }

  JsonNode bringIn(SampleOffer offer, String csv) {
    return bringIn(offer, csv.getBytes(StandardCharsets.UTF_8));
  }

  JsonNode bringIn(SampleOffer offer, byte[] csv) {
    Http.Answer answer = server.owner().upload("/api/offers/" + offer.id + "/coupon/pool", csv);
    assertThat(answer.status()).as(answer.body()).isEqualTo(200);
    return answer.json();
  }

  static String poolCode() {
    return "P" + UUID.randomUUID().toString().replace("-", "").toUpperCase();
  }

  List<String> findings(SampleOffer offer) {
    return server
        .owner()
        .get("/api/offers/" + offer.id)
        .json()
        .get("findings")
        .valueStream()
        .map(f -> f.get("code").asString())
        .toList();
  }

  static <T> List<T> together(List<Callable<T>> work) throws Exception {
    ExecutorService all = Executors.newFixedThreadPool(work.size());
    CyclicBarrier start = new CyclicBarrier(work.size());
    try {
      List<Future<T>> going =
          work.stream()
              .map(
                  one ->
                      all.submit(
                          () -> {
                            start.await();
                            return one.call();
                          }))
              .toList();
      List<T> done = new java.util.ArrayList<>();
      for (Future<T> future : going) {
        done.add(future.get());
      }
      return done;
    } finally {
      all.shutdownNow();
    }
  }

  static SequenceDraft.StepDraft dayBeforeItEnds() {
    StepRules rules =
        new StepRules(
            0,
            Wait.Unit.DAYS,
            "10:00",
            List.of(DayOfWeek.values()),
            "",
            "",
            Condition.ALWAYS,
            Optional.of(1));
    EmailContent email =
        new EmailContent(
            "One day left for {{code}}", "", "<p>Until {{coupon_ends}}</p>", EmailButton.NONE);
    return new SequenceDraft.StepDraft(Optional.empty(), Optional.empty(), 0, true, rules, email);
  }

  void remindWithGoal(SampleOffer offer) {
    offer.follow(
        offer.sequence().version(),
        new SequenceDraft(
            "Reminders",
            new SequenceRules(
                false, new Goal(Goal.Kind.PASS_USED, ""), Start.BY_SIGN_UP, RunAgain.NEVER),
            List.of(dayBeforeItEnds()),
            false));
  }
}
