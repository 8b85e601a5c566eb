package jeton.server.coupon;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Terms;
import jeton.core.handover.Letter;
import jeton.core.incentive.Coupon;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.offer.OfferKind;
import jeton.server.email.GiftSource;
import jeton.server.history.History;
import jeton.server.incentive.Face;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Coupons: a code of one's own, with its worth and the way to the shop (rules C6, C8). */
@Component
class CouponFace implements Face {
  private static final long SAMPLE_SEED = 7;
  private static final String TO_THE_SHOP = "To the shop";
  private static final String CODE = fillIn(Coupon.CODE.key());

  private final Codes codes;
  private final CodeStore store;
  private final GrantStore grants;
  private final CodePool pool;
  private final History history;
  private final Clock clock;

  CouponFace(
      Codes codes,
      CodeStore store,
      GrantStore grants,
      CodePool pool,
      History history,
      Clock clock) {
    this.codes = codes;
    this.store = store;
    this.grants = grants;
    this.pool = pool;
    this.history = history;
    this.clock = clock;
  }

  @Override
  public OfferKind kind() {
    return OfferKind.COUPON;
  }

  @Override
  public Grant grant(Offer offer, long personId, Occasion occasion) {
    return codes
        .give(offer, personId, occasion != Occasion.AGAIN)
        .map(CouponFace::grantOf)
        .orElse(new Grant("", Optional.empty(), Letter.NONE));
  }

  static Grant grantOf(Code code) {
    return new Grant(
        "the code " + code.name().shown(),
        code.issue().flatMap(CodeStore.Issue::endsAt),
        Letter.AS_SET);
  }

  @Override
  public List<Part> show(Offer offer, View view) {
    if (view.personId().isEmpty()) {
      Terms terms = Codes.of(offer).terms();
      return parts(
          offer, terms.worthInWords(), sampleCode(offer), inWords(terms, clock.instant()), "");
    }
    Optional<Code> code =
        grants
            .newest(offer.id(), view.personId().get())
            .flatMap(GrantStore.Row::codeId)
            .flatMap(store::find);
    if (code.isEmpty()) {
      return List.of(
          new Part.Words(
              "All codes are given out just now. Yours comes by email as soon as there are more."));
    }
    if (code.get().state() == Code.State.WITHDRAWN) {
      return List.of(new Part.Words("This code was withdrawn. Write to us if you wonder why."));
    }
    CodeStore.Issue issue = code.get().issue().orElseThrow();
    return parts(
        offer,
        issue.terms().worthInWords(),
        code.get().name().shown(),
        inWords(issue.terms(), issue.at()),
        view.pass() + "/told");
  }

  private String inWords(Terms terms, Instant issued) {
    return terms.inWords(issued, codes.zone());
  }

  private static List<Part> parts(
      Offer offer, String worth, String code, String terms, String told) {
    List<Part> parts = new ArrayList<>();
    parts.add(new Part.Code(capital(worth), code, terms, told));
    String shop = Codes.of(offer).shop();
    if (!shop.isEmpty()) {
      String along = shop.replace(CODE, URLEncoder.encode(code, StandardCharsets.UTF_8));
      parts.add(new Part.Link(shopWords(shop), along));
    }
    return parts;
  }

  private static String shopWords(String shop) {
    return shop.contains(CODE) ? TO_THE_SHOP + ", with the code" : TO_THE_SHOP;
  }

  private static String capital(String words) {
    return words.isEmpty() ? "" : Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  @Override
  public List<Part> showInEmail(Offer offer) {
    List<Part> parts = new ArrayList<>();
    parts.add(new Part.Code(fillIn(Coupon.WORTH.key()), CODE, fillIn(Coupon.TERMS.key()), ""));
    String shop = Codes.of(offer).shop();
    if (!shop.isEmpty()) {
      parts.add(new Part.Link(shopWords(shop), shop));
    }
    return parts;
  }

  private static String fillIn(String key) {
    return "{{" + key + "}}";
  }

  @Override
  public Map<Long, Map<String, String>> told(Map<Long, GiftSource.Holder> holders) {
    Set<Long> people = new HashSet<>();
    Set<Long> offers = new HashSet<>();
    holders.values().forEach(holder -> people.add(holder.personId()));
    holders.values().forEach(holder -> offers.add(holder.offerId()));
    Map<GiftSource.Holder, Long> codeIds = new HashMap<>();
    if (!holders.isEmpty()) {
      // The newest comes last and stays.
      grants
          .of(people, offers)
          .forEach(
              row ->
                  row.codeId()
                      .ifPresent(
                          id ->
                              codeIds.put(
                                  new GiftSource.Holder(row.personId(), row.offerId()), id)));
    }
    Map<Long, Code> byId = store.all(codeIds.values());
    Map<Long, Map<String, String>> told = new HashMap<>();
    holders.forEach(
        (id, holder) ->
            Optional.ofNullable(
                    codeIds.get(new GiftSource.Holder(holder.personId(), holder.offerId())))
                .map(byId::get)
                .flatMap(this::fillIns)
                .ifPresent(values -> told.put(id, values)));
    return told;
  }

  private Optional<Map<String, String>> fillIns(Code code) {
    return code.issue().map(issue -> fillIns(code.name().shown(), issue.terms(), issue.at()));
  }

  private Map<String, String> fillIns(String code, Terms terms, Instant issued) {
    LocalDate today = LocalDate.ofInstant(issued, codes.zone());
    return Map.of(
        Coupon.CODE.key(),
        code,
        Coupon.WORTH.key(),
        terms.worthInWords(),
        Coupon.ENDS.key(),
        terms.lastDay(issued, codes.zone()).map(day -> Terms.inWords(day, today)).orElse(""),
        Coupon.TERMS.key(),
        inWords(terms, issued));
  }

  @Override
  public Map<String, String> sample(Offer offer, Map<String, String> played) {
    return fillIns(sampleCode(offer), Codes.of(offer).terms(), clock.instant());
  }

  /** A code as they will look: always the same one. */
  static String sampleCode(Coupon coupon) {
    if (coupon.source() == Coupon.Source.SHARED) {
      return coupon.shared().isEmpty() ? "YOUR CODE" : coupon.shared();
    }
    Random same = new Random(SAMPLE_SEED);
    CodeShape shape = coupon.shape();
    return shape.shown(shape.make(same::nextInt));
  }

  private String sampleCode(Offer offer) {
    return sampleCode(Codes.of(offer));
  }

  @Override
  public List<Lack> missing(Offer offer) {
    List<Lack> lacks = new ArrayList<>(Codes.of(offer).missing());
    lacks.addAll(pool.missing(offer));
    return lacks;
  }

  @Override
  public boolean isToBeHad(Offer offer) {
    return !pool.isDry(offer);
  }

  @Override
  @Transactional
  public boolean told(Offer offer, long personId, Told told) {
    grants
        .newest(offer.id(), personId)
        .ifPresent(
            row -> {
              if (told.what().equals("copied")) {
                copied(offer, personId, row.id());
              } else if (told.what().equals("seen")) {
                grants.seen(row.id(), clock.instant());
              }
            });
    // Seen and copied is not used: that is told by the shop (G5).
    return false;
  }

  private void copied(Offer offer, long personId, long grantId) {
    Instant now = clock.instant();
    if (grants.copied(grantId, now)) {
      history.note(
          History.Event.of(now, History.Kind.CODE_COPIED, personId, offer.id(), "the code"));
    }
  }
}
