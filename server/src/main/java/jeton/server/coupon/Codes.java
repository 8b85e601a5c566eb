package jeton.server.coupon;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Map;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Terms;
import jeton.core.incentive.Coupon;
import jeton.core.signup.Mailbox;
import jeton.server.business.Business;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.offer.Offer;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Component;

/** Hands codes out: one per mailbox, each of a pool once (rules C1, C5, C6, G4). */
@Component
class Codes {
  // With six symbols there are 33 million codes: ten in a row that are taken means something else.
  private static final int ATTEMPTS = 10;

  // Whether a code was the last one is asked for the last few only: they are given by their
  // numbers.
  private static final int NEAR_THE_END = 200;

  private final CodeStore codes;
  private final GrantStore grants;
  private final Business business;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final SecureRandom random = new SecureRandom();
  // The last number among the free codes of each pool that has some.
  private final Remembered<Map<Long, Long>> ends;

  Codes(
      CodeStore codes,
      GrantStore grants,
      Business business,
      ConfigurationVersion configuration,
      Clock clock) {
    this.configuration = configuration;
    ends = new Remembered<>(configuration, codes::lastFree);
    this.codes = codes;
    this.grants = grants;
    this.business = business;
    this.clock = clock;
  }

  static Coupon of(Offer offer) {
    return (Coupon) offer.settings().gives();
  }

  ZoneId zone() {
    return business.now().settings().zoneId();
  }

  /**
   * The code of a person, handed out now if need be, in the caller's transaction.
   *
   * @param anew whether this may be another than before, where the owner lets it
   * @return empty while the pool is dry: the person waits
   */
  Optional<Code> give(Offer offer, long personId, boolean anew) {
    Coupon coupon = of(offer);
    GrantStore.Asker asker = grants.asker(offer.id(), personId);
    if (asker.held().isPresent() && !(anew && coupon.newEachTime())) {
      return asker.held().get().codeId().flatMap(codes::find);
    }
    Optional<String> mailbox =
        coupon.newEachTime() ? Optional.empty() : Optional.of(mailbox(asker.email()));
    Optional<Code> code = takeCode(offer);
    GrantStore.Row row =
        new GrantStore.Row(0, offer.id(), personId, code.map(Code::id), clock.instant());
    try {
      grants.add(row, mailbox);
    } catch (DuplicateKeyException sameMailbox) {
      code.ifPresent(this::putBack);
      return alsoGiven(row, mailbox.orElseThrow());
    }
    return code;
  }

  /** The mailbox has a code by another address: this one is shown the same. */
  private Optional<Code> alsoGiven(GrantStore.Row row, String mailbox) {
    GrantStore.Row first = grants.ofMailbox(row.offerId(), mailbox).orElseThrow();
    grants.add(
        new GrantStore.Row(0, row.offerId(), row.personId(), first.codeId(), row.at()),
        Optional.empty());
    return first.codeId().flatMap(codes::find);
  }

  /** Nobody has seen it yet. */
  private void putBack(Code code) {
    if (code.source() == Code.Source.MADE) {
      codes.remove(code.id());
    } else if (code.source() == Code.Source.POOL) {
      codes.free(code.id());
    }
  }

  /** A code for whoever comes next; empty when there is none. */
  Optional<Code> takeCode(Offer offer) {
    Coupon coupon = of(offer);
    return switch (coupon.source()) {
      case SHARED -> Optional.of(forAll(offer, coupon.shared(), Code.Source.SHARED));
      case MADE -> Optional.of(make(offer));
      case POOL ->
          codes
              .lockFree(offer.id())
              .map(free -> issued(free, issue(coupon.terms())))
              .or(() -> whenDry(offer, coupon));
    };
  }

  private Optional<Code> whenDry(Offer offer, Coupon coupon) {
    if (coupon.fallback().isEmpty()) {
      if (hasFree(offer)) {
        // It was not known yet: pages stop asking within a second or two.
        configuration.changed();
      }
      return Optional.empty();
    }
    return Optional.of(forAll(offer, coupon.fallback(), Code.Source.FALLBACK));
  }

  /** Whether the pool holds a code, from memory: at most a second or two behind. */
  boolean hasFree(Offer offer) {
    return ends.now().containsKey(offer.id());
  }

  /**
   * A code for somebody who waits: the one of their mailbox, if that has one by now. Empty while
   * there is none, or while the mailbox itself still waits, which stands before them.
   */
  Optional<Code> giveLate(Offer offer, GrantStore.Row row, String email) {
    Optional<GrantStore.Row> first =
        of(offer).newEachTime()
            ? Optional.empty()
            : grants.lockOfMailbox(offer.id(), mailbox(email));
    return first.isEmpty() || first.get().id() == row.id()
        ? takeCode(offer)
        : first.get().codeId().flatMap(codes::find);
  }

  private String mailbox(String email) {
    return Mailbox.key(email, business.now().settings().checks().dotless());
  }

  private CodeStore.Issue issue(Terms terms) {
    Instant now = clock.instant();
    return new CodeStore.Issue(terms, now, terms.end(now, zone()));
  }

  private Code issued(Code code, CodeStore.Issue issue) {
    codes.issue(code.id(), issue);
    if (code.id() + NEAR_THE_END > ends.now().getOrDefault(code.offerId(), Long.MAX_VALUE)
        && !codes.hasFree(code.offerId())) {
      configuration.changed();
    }
    return code.issuedWith(issue);
  }

  private Code make(Offer offer) {
    CodeShape shape = of(offer).shape();
    CodeStore.Issue issue = issue(of(offer).terms());
    for (int attempt = 0; attempt < ATTEMPTS; attempt++) {
      String key = shape.make(random::nextInt);
      Code.Name name = new Code.Name(key, shape.shown(key));
      Optional<Long> id = codes.addOut(offer.id(), name, Code.Source.MADE, issue);
      if (id.isPresent()) {
        return new Code(
            id.get(), offer.id(), name, Code.Source.MADE, Code.State.OUT, Optional.of(issue), 0);
      }
    }
    throw new IllegalStateException("No free code of " + shape + " was found");
  }

  /** A code many people share: its terms are fixed by the first of them. */
  private Code forAll(Offer offer, String shown, Code.Source source) {
    String key = CodeShape.key(shown);
    Optional<Code> known = codes.byKey(key);
    if (known.isEmpty()) {
      Terms terms = of(offer).terms().forMany();
      codes.addOut(offer.id(), new Code.Name(key, shown), source, issue(terms));
    }
    return codes.byKey(key).orElseThrow();
  }
}
