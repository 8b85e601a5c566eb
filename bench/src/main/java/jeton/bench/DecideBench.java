package jeton.bench;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.display.Audience;
import jeton.core.display.DisplayRules;
import jeton.core.display.Frequency;
import jeton.core.display.PagePattern;
import jeton.core.display.Pages;
import jeton.core.display.Season;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.FormSettings;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offers;
import jeton.server.site.Site;
import jeton.server.site.Sites;

/**
 * What a script asks on each page view, with 50 live forms, against the same server's plainest
 * endpoint over the same kind of connection. The two take turns.
 */
final class DecideBench implements Bench.Measurement {
  private static final int CLIENTS = 16;
  private static final int PIECES = 6000;
  private static final int WARM_UP_TURNS = 6;
  private static final int FORMS = 50;
  private static final double BAR = 0.6;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Site site = server.bean(Sites.class).add("Shop", "https://shop.example");
    makeForms(server);
    String path = "/p/sites/" + site.key() + "/decide";
    for (int turn = 0; turn < WARM_UP_TURNS; turn++) {
      decide(server, path, site);
      plainest(server);
    }
    Rounds rounds = new Rounds();
    for (int turn = 0; turn < Rounds.USUAL; turn++) {
      double floor = plainest(server);
      rounds.add(decide(server, path, site), floor);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("decided_per_s", Math.round(rounds.ours()));
    more.put("plainest_per_s", Math.round(rounds.floor()));
    more.put("forms", FORMS);
    return rounds.result(BAR, more);
  }

  /** Forms on pages of their own, so that a page shows one of fifty. */
  private static void makeForms(BenchServer server) {
    Forms forms = server.bean(Forms.class);
    Offers offers = server.bean(Offers.class);
    FormSettings like = server.form.settings();
    for (int n = 0; n < FORMS; n++) {
      long offerId = server.offer.id();
      if (n >= FORMS / 2) {
        // An offer has so many forms at the most.
        offerId =
            n == FORMS / 2
                ? offers.make("Second", OfferKind.DOWNLOAD).id()
                : offers.known().get(0).id();
        offers.changeState(offerId, OfferState.LIVE);
      }
      Pages pages =
          new Pages(
              List.of(new PagePattern(PagePattern.Type.WILDCARD, "/shop/" + n + "/*")),
              List.of(new PagePattern(PagePattern.Type.CONTAINS, "checkout")));
      DisplayRules rules =
          new DisplayRules(
              pages,
              Audience.NOT_YET_SIGNED_UP,
              new Frequency(Optional.of(14), Optional.of(60), Optional.of(6)),
              Season.ALWAYS,
              new Trigger(Trigger.Kind.ON_LEAVING, 0),
              n);
      Form form = forms.make(offerId, Shape.POP_UP, like.withDisplay(rules));
      forms.turn(form.id(), true);
    }
  }

  private static double decide(BenchServer server, String path, Site site) throws Exception {
    return Load.run(
            CLIENTS,
            0,
            PIECES,
            () -> {
              Wire wire = new Wire(server.base);
              return number -> ask(wire, path, site, number);
            })
        .perSecond();
  }

  private static void ask(Wire wire, String path, Site site, int number) throws IOException {
    // Most pages of a shop show nothing: one in ten has its form.
    int page = number % 10 == 0 ? number % FORMS : FORMS + number;
    String facts =
        """
        {"url":"https://shop.example/shop/%d/x?utm_source=letter","referrer":"https://elsewhere.example/","pages":3,\
        "returning":true,"mobile":false,"spots":[],"openers":[],"past":{"a":{"shown":1,"closed":1,"declined":0}},"done":[]}"""
            .formatted(page);
    int status = wire.post(path, "text/plain", facts, "Origin: " + site.origin());
    if (status != 200) {
      throw new IllegalStateException("A decision answered " + status);
    }
  }

  private static double plainest(BenchServer server) throws Exception {
    return Load.run(
            CLIENTS,
            0,
            PIECES,
            () -> {
              Wire wire = new Wire(server.base);
              return number -> expectOk(wire);
            })
        .perSecond();
  }

  private static void expectOk(Wire wire) throws IOException {
    int status = wire.get("/actuator/health/liveness");
    if (status != 200) {
      throw new IllegalStateException("The plainest endpoint answered " + status);
    }
  }
}
