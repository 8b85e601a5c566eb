package jeton.demo.programs;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.core.outsidelist.ServiceDescription;
import jeton.server.offer.Offers;
import jeton.server.outsidelist.CatchingUp;
import jeton.server.outsidelist.KnownServices;
import jeton.server.outsidelist.OutsideList;
import jeton.server.outsidelist.OutsideLists;
import jeton.standins.listservice.ListService;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The sample business's letters, which people of one offer are handed on to. */
@Component
class SampleList {
  private static final String NAME = "Letters from the bench";
  private static final String OFFER = "twelve-percent-off";

  private final OutsideLists lists;
  private final CatchingUp catchingUp;
  private final KnownServices services;
  private final Offers offers;
  private final ListService service;

  SampleList(
      OutsideLists lists,
      CatchingUp catchingUp,
      KnownServices services,
      Offers offers,
      ListService service) {
    this.lists = lists;
    this.catchingUp = catchingUp;
    this.services = services;
    this.offers = offers;
    this.service = service;
  }

  /** With each start the service listens elsewhere and has forgotten everybody. */
  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.LOWEST_PRECEDENCE)
  void connect() {
    OutsideList list =
        lists.all().stream()
            .filter(one -> one.settings().name().equals(NAME))
            .findFirst()
            .map(
                one ->
                    lists.save(
                        one.id(), one.version(), moved(one.settings()), Optional.of(service.key())))
            .orElseGet(() -> lists.make(settings(), service.key()));
    lists.turn(list.id(), true);
    catchingUp.begin(list.id());
  }

  private ServiceDescription here() {
    return services.all().get(0).at(service.address());
  }

  private OutsideListSettings moved(OutsideListSettings from) {
    return new OutsideListSettings(
        from.name(), here(), from.list(), from.tags(), from.fields(), from.moment(), from.offers());
  }

  private OutsideListSettings settings() {
    return new OutsideListSettings(
        NAME,
        here(),
        Optional.of(new OutsideListSettings.ServiceChoice("l1", NAME)),
        List.of(new OutsideListSettings.ServiceChoice("t-shop", "From the shop")),
        Map.of("FIRST", "first_name"),
        OutsideListSettings.Moment.CONFIRMED,
        Set.of(offers.bySlug(OFFER).orElseThrow().id()));
  }
}
