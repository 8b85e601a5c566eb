package jeton.server.beginning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.harness.Http;
import jeton.harness.TestServer;
import jeton.server.beginning.Beginning.HourMark;
import jeton.server.beginning.Beginning.HourStep;
import jeton.server.beginning.Beginning.Step;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.database.ConfigurationVersion;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The list of the first hour, step by step. */
class BeginningTest {
  private final BeginningStore store = mock(BeginningStore.class);
  private final Business business = mock(Business.class);
  private final Beginning beginning =
      new Beginning(store, business, mock(ConfigurationVersion.class), Clock.systemUTC());
  private final Set<HourMark> marks = EnumSet.noneOf(HourMark.class);

  @BeforeEach
  void aNewInstall() {
    when(store.marks()).thenReturn(marks);
    found(new BeginningStore.Found(Optional.empty(), false, false, false));
    BusinessSettings nobody = mock(BusinessSettings.class);
    when(nobody.name()).thenReturn("");
    when(nobody.postalAddress()).thenReturn("");
    when(nobody.senderEmail()).thenReturn("");
    when(business.now()).thenReturn(new Business.Snapshot(0, nobody, Optional.empty()));
  }

  private void found(BeginningStore.Found found) {
    when(store.found()).thenReturn(found);
  }

  private Set<Step> done() {
    Set<Step> done = EnumSet.noneOf(Step.class);
    beginning.read().lines().stream().filter(HourStep::done).map(HourStep::step).forEach(done::add);
    return done;
  }

  @Test
  void ticksItselfOff_asThingsAreThere() {
    assertThat(beginning.read().lines()).extracting(HourStep::step).containsExactly(Step.values());
    assertThat(done()).isEmpty();
    when(business.now())
        .thenReturn(new Business.Snapshot(1, TestServer.quireAndThread(), Optional.empty()));
    assertThat(done()).containsExactly(Step.BUSINESS);
    marks.add(HourMark.MAIL_TRIED);
    found(new BeginningStore.Found(Optional.of(7L), false, false, false));
    assertThat(done()).containsExactly(Step.BUSINESS, Step.MAIL_TRIED, Step.OFFER);
    assertThat(beginning.read().offerId()).contains(7L);
    marks.add(HourMark.REHEARSED);
    found(new BeginningStore.Found(Optional.of(7L), false, true, false));
    assertThat(done()).hasSize(Step.values().length - 1).doesNotContain(Step.LIVE);
    found(new BeginningStore.Found(Optional.of(7L), true, true, false));
    assertThat(beginning.read().lines()).isEmpty();
  }

  @Test
  void goesAway_onceSomebodyConfirmed_orWhenPutAway() {
    found(new BeginningStore.Found(Optional.of(7L), true, true, true));
    assertThat(beginning.read().lines()).isEmpty();
    found(new BeginningStore.Found(Optional.of(7L), true, true, false));
    assertThat(beginning.read().lines()).isNotEmpty();
    marks.add(HourMark.PUT_AWAY);
    assertThat(beginning.read().lines()).isEmpty();
  }

  @Test
  void isKept_alsoToldTwice_andBroughtBack() {
    TestServer server = TestServer.get();
    Http owner = server.owner();
    for (int twice = 0; twice < 2; twice++) {
      assertThat(owner.json("PUT", "/api/beginning/PUT_AWAY", Map.of()).status()).isEqualTo(200);
    }
    BeginningStore real = server.bean(BeginningStore.class);
    assertThat(real.marks()).contains(HourMark.PUT_AWAY);
    owner.delete("/api/beginning/PUT_AWAY");
    assertThat(real.marks()).doesNotContain(HourMark.PUT_AWAY);
    assertThat(owner.json("PUT", "/api/beginning/DANCED", Map.of()).status()).isEqualTo(400);
    assertThat(real.found().newestOffer()).isPresent();
  }
}
