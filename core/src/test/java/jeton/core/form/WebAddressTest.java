package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class WebAddressTest {
  private static final List<String> OWN = List.of("quireandthread.example");

  @ParameterizedTest
  @ValueSource(
      strings = {
        "https://quireandthread.example/thanks?x=1#top",
        "https://shop.quireandthread.example/",
        "https://somewhere.example:8443/a"
      })
  void honestOnes_areFine(String address) {
    assertThat(WebAddress.fault(address, OWN)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "javascript:alert(1), NOT_HTTPS",
    "data:text/html;base64, NOT_HTTPS",
    "http://quireandthread.example, NOT_HTTPS",
    "//evil.example, NOT_AN_ADDRESS",
    "/thanks, NOT_AN_ADDRESS",
    "https://localhost/x, NOT_AN_ADDRESS",
    "https://quire andthread.example, NOT_AN_ADDRESS",
    "https://quireandthread.example@evil.example/, HIDDEN_PART",
    "https://quireandthread.example:x@evil.example/, HIDDEN_PART",
    "https://quireаndthread.example/, LOOK_ALIKE",
    "https://xn--quirendthread-01k.example/, LOOK_ALIKE",
    "https://quіreandthread.example/, LOOK_ALIKE",
    "https://quireandthréad.example/, LOOK_ALIKE"
  })
  void others_areRefusedForWhatTheyAre(String address, WebAddress.Fault fault) {
    assertThat(WebAddress.fault(address, OWN)).contains(fault);
  }

  @Test
  void eachFault_hasWordsOfItsOwn() {
    assertThat(WebAddress.Fault.values())
        .extracting(WebAddress.Fault::message)
        .noneMatch(String::isBlank);
  }
}
