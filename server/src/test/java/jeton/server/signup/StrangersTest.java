package jeton.server.signup;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.people.PersonState;
import jeton.core.people.TagChange;
import jeton.core.signup.EmailAddress;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.leaving.Departures;
import jeton.server.offer.OfferSettings;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.tag.Tags;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a stranger can do with somebody else's address: very little (S6, S12 to S14). */
class StrangersTest {
  private final TestServer server = TestServer.get();

  private Person person(String email) {
    try {
      return server.bean(People.class).find(EmailAddress.parse(email)).orElseThrow();
    } catch (EmailAddress.Refused refused) {
      throw new AssertionError(refused);
    }
  }

  private static Map<String, String> typed(String email, String name, String zone) {
    return Map.of("email", email, "first_name", name, "consent", "yes", "zone", zone);
  }

  private static OfferSettings withoutConfirmation(OfferSettings s) {
    ConfirmSettings c = s.confirm();
    return new OfferSettings(
        s.name(),
        s.slug(),
        new ConfirmSettings(
            false,
            c.email(),
            c.waiting(),
            c.confirmed(),
            c.daysGood(),
            c.opensIncentive(),
            c.pages()),
        s.handOver());
  }

  @ParameterizedTest(name = "confirmation on: {0}")
  @ValueSource(booleans = {true, false})
  void whatAStrangerTypes_changesNothingOfSomebodyKnown(boolean confirms) {
    SampleOffer offer =
        confirms ? new SampleOffer() : new SampleOffer(StrangersTest::withoutConfirmation);
    SampleOffer theirs = new SampleOffer();
    String email = newAddress();
    theirs.join(email);
    server.clock.forward(Duration.ofMinutes(3));
    String shouted = email.toUpperCase(java.util.Locale.ROOT);
    assertThat(offer.signUp(typed(shouted, "Mallory", "Asia/Tokyo")).status()).isEqualTo(303);
    server.settle();
    assertThat(person(email).firstName()).isEqualTo("Aoife");
    assertThat(person(email).zone()).contains("Europe/Lisbon");
    assertThat(person(email).email()).isEqualTo(email);
  }

  @Test
  void tagsOfASignUp_areGivenToSomebodyKnown_onlyOnceTheyConfirm() {
    String tag = "Paper " + newAddress().substring(0, 9);
    SampleOffer offer =
        new SampleOffer(
            s ->
                new OfferSettings(
                    s.name(),
                    s.slug(),
                    s.confirm(),
                    new jeton.core.handover.HandOverSettings(
                        false,
                        true,
                        s.handOver().email(),
                        s.handOver().page(),
                        s.handOver().limits(),
                        s.handOver().runAgain(),
                        List.of(new TagChange(TagChange.When.SIGN_UP, tag, true)))));
    server.bean(Tags.class).make(tag);
    SampleOffer theirs = new SampleOffer();
    String email = newAddress();
    theirs.join(email);
    server.bean(Departures.class).leave(person(email).id(), "on the page", Optional.empty());
    server.clock.forward(Duration.ofMinutes(3));
    offer.signUp(typed(email, "Aoife Ní", "Europe/Paris"));
    server.settle();
    assertThat(server.bean(Tags.class).of(List.of(person(email).id()))).isEmpty();
    assertThat(person(email).firstName()).isEqualTo("Aoife");
    offer.confirm(email);
    assertThat(server.bean(Tags.class).of(List.of(person(email).id())).values())
        .containsExactly(java.util.Set.of(tag));
    assertThat(person(email).firstName()).isEqualTo("Aoife Ní");
    assertThat(person(email).zone()).contains("Europe/Paris");
  }

  @Test
  void whatIsNoName_isSaidToNobodyWhoHasNotConfirmed_inNoEmail() {
    String advert = "Win 1000 at http://q.example";
    SampleOffer asks = new SampleOffer();
    SampleOffer gives =
        new SampleOffer(
            StrangersTest::withoutConfirmation, SampleOffer.step(0, "Hi {{first_name}}"));
    for (SampleOffer offer : List.of(asks, gives)) {
      String email = newAddress();
      offer.signUp(typed(email, advert, "Europe/Dublin"));
      server.settle();
      assertThat(server.mailbox.to(email)).isNotEmpty();
      server
          .mailbox
          .to(email)
          .forEach(
              received -> {
                assertThat(received.subject()).doesNotContain("Win");
                assertThat(offer.plain(received)).contains("Hello there").doesNotContain("Win");
              });
    }
    String named = newAddress();
    asks.signUp(typed(named, "Mary-Jane", "Europe/Dublin"));
    server.settle();
    assertThat(asks.plain(server.mailbox.to(named).get(0))).contains("Hello Mary-Jane");
  }

  @Test
  void deliveriesToSomebodyKnown_areLimited_likeEveryEmailAStrangerCanSetOff() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.join(email);
    for (int i = 0; i < 4; i++) {
      assertThat(offer.signUp(email).status()).isEqualTo(303);
    }
    server.settle();
    assertThat(offer.subjects(email)).as("delivered just now").hasSize(2);
    for (int i = 0; i < 9; i++) {
      server.clock.forward(Duration.ofMinutes(3));
      offer.signUp(email);
      server.settle();
    }
    assertThat(offer.subjects(email)).as("five deliveries a day").hasSize(6);
    server.clock.forward(Duration.ofDays(1));
    offer.signUp(email);
    server.settle();
    assertThat(offer.subjects(email)).hasSize(7);
  }

  @Test
  void aSecondSignUp_thatIsNeverConfirmed_leavesTheWaitingOneAsItWas() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(typed(email, "Aoife", "Europe/Dublin"));
    server.settle();
    String first = offer.link(email, "/c/");
    server.clock.forward(Duration.ofMinutes(3));
    offer.signUp(typed(email, "Mallory", "Asia/Tokyo"));
    server.settle();
    offer.visitor.form(first, Map.of());
    assertThat(person(email).state()).isEqualTo(PersonState.ON_THE_LIST);
    assertThat(person(email).firstName()).isEqualTo("Aoife");
  }
}
