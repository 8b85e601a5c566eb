package jeton.server.form;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** All forms by name, for telling which one is meant. */
@RestController
class FormNamesApi {
  private final Forms forms;
  private final Offers offers;

  FormNamesApi(Forms forms, Offers offers) {
    this.forms = forms;
    this.offers = offers;
  }

  /** A form by its name, and its offer's. */
  record FormName(String key, String name, String offer) {}

  @GetMapping("/api/forms")
  List<FormName> names() {
    Map<Long, String> byId =
        offers.known().stream().collect(Collectors.toMap(Offer::id, o -> o.settings().name()));
    return forms.remembered().stream()
        .map(f -> new FormName(f.key(), f.settings().name(), byId.getOrDefault(f.offerId(), "")))
        .toList();
  }
}
