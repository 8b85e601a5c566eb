package jeton.server.today;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.LongStream;
import jeton.core.offer.OfferState;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.OfferFiles;
import jeton.server.offer.Offers;
import jeton.server.readiness.Judgements;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What the first screen costs, and how soon it tells of a change. */
class TodayTest {
  private static final int MOST_QUESTIONS = 5;
  private final TestServer server = TestServer.get();
  private final TodayApi api = server.bean(TodayApi.class);

  @Test
  void costsFiveQuestions_howeverManyOffersThereAre() {
    for (int i = 0; i < 8; i++) {
      new SampleOffer().join(SampleOffer.newAddress());
    }
    api.today();
    // What changes meanwhile is read anew, once: the cheapest of a few is what each costs.
    long asked = LongStream.generate(this::asked).limit(3).min().orElseThrow();
    assertThat(asked).isBetween(1L, (long) MOST_QUESTIONS);
  }

  /** Within one transaction all questions go over one connection, whose own count this is. */
  private long asked() {
    return new TransactionTemplate(server.bean(PlatformTransactionManager.class))
        .execute(
            status -> {
              long before = selects();
              api.today();
              return selects() - before;
            });
  }

  private long selects() {
    return server
        .bean(JdbcClient.class)
        .sql("SHOW SESSION STATUS LIKE 'Com_select'")
        .query((row, n) -> row.getLong(2))
        .single();
  }

  @Test
  void tellsAtOnceWhatTheOwnerChanged() {
    SampleOffer offer = new SampleOffer();
    assertThat(findings(offer)).isEmpty();
    long file = server.bean(Offers.class).get(offer.id).files().get(0).id();
    server.bean(OfferFiles.class).removeFile(offer.id, file);
    assertThat(findings(offer)).contains("There is no file to hand over.");
    server.bean(Offers.class).changeState(offer.id, OfferState.ENDED);
    assertThat(server.bean(Judgements.class).now()).doesNotContainKey(offer.id);
  }

  private String findings(SampleOffer offer) {
    return server.bean(Judgements.class).now().getOrDefault(offer.id, java.util.List.of()).stream()
        .map(finding -> finding.message())
        .filter(message -> message.contains("file"))
        .reduce("", String::concat);
  }
}
