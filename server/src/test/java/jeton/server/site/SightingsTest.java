package jeton.server.site;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

class SightingsTest {
  private final TestServer server = TestServer.get();
  private final Sightings sightings = server.bean(Sightings.class);

  private long kept(Site site) {
    return server
        .bean(JdbcClient.class)
        .sql("SELECT COUNT(*) FROM sighting WHERE site_id = :id")
        .param("id", site.id())
        .query(Long.class)
        .single();
  }

  private Site site() {
    String host = SampleOffer.newAddress().split("@")[0];
    return server.bean(Sites.class).add("Shop", "https://" + host + ".example");
  }

  private void invent(Site site, int from, int pages) {
    for (int n = from; n < from + pages; n++) {
      sightings.seen(site, "", site.origin() + "/" + n);
    }
    sightings.flush();
  }

  @Test
  void pagesThatARobotInvents_haveAnEnd_andThoseKnownGoOnBeingSeen() {
    Site site = site();
    for (int from = 0; from < 6000; from += 1500) {
      invent(site, from, 1500);
    }
    assertThat(kept(site)).isEqualTo(Sightings.MOST_OF_SITE);
    server.forward(Duration.ofMinutes(1));
    invent(site, 0, 1);
    assertThat(sightings.pages(site.id(), "")).anyMatch(page -> page.times() == 2);
  }

  @Test
  void whatWasNotSeenForAQuarter_isForgotten() {
    Site site = site();
    invent(site, 0, 3);
    server.forward(Duration.ofDays(80));
    invent(site, 0, 1);
    server.forward(Duration.ofDays(20));
    server.bean(SiteStore.class).forget(server.clock.instant().minus(Duration.ofDays(90)), 1_000);
    assertThat(kept(site)).isEqualTo(1);
  }
}
