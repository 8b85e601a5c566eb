package jeton.server.outsidelist;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import jeton.core.outsidelist.HandingOn;
import jeton.core.outsidelist.ServiceDescription;
import org.springframework.stereotype.Component;

/** What is told about one person, and what comes of it. */
@Component
class ListAsking {
  private final StandingStore standings;
  private final Sheets sheets;
  private final ListTalk talk;

  ListAsking(StandingStore standings, Sheets sheets, ListTalk talk) {
    this.standings = standings;
    this.sheets = sheets;
    this.talk = talk;
  }

  /**
   * What was done about somebody.
   *
   * @param exchange the last there was
   */
  record Done(Standing standing, HandingOn.Step step, Optional<Exchange> exchange) {
    /** Whether nothing speaks against the step having been taken. */
    boolean isTaken() {
      return exchange
          .map(
              one ->
                  one.meaning() == Exchange.Meaning.TAKEN
                      // Who is not there need not be taken off.
                      || one.isNotFound() && step != HandingOn.Step.HAND_ON)
          .orElse(true);
    }
  }

  /** What is to be asked about each of these, as they are now. */
  List<Supplier<Done>> about(OutsideList list, Collection<Standing> batch) {
    List<Long> ids = batch.stream().map(Standing::personId).toList();
    Map<Long, Sheets.Told> told = sheets.of(ids);
    Map<Long, Instant> confirmed = standings.confirmed(ids);
    return batch.stream()
        .map(
            one ->
                (Supplier<Done>)
                    () ->
                        Optional.ofNullable(told.get(one.personId()))
                            .map(
                                known ->
                                    about(
                                        list,
                                        one,
                                        known,
                                        Optional.ofNullable(confirmed.get(one.personId()))))
                            .orElse(new Done(one, HandingOn.Step.NOTHING, Optional.empty())))
        .collect(Collectors.toList());
  }

  private Done about(
      OutsideList list, Standing standing, Sheets.Told told, Optional<Instant> confirmedAt) {
    HandingOn.Here here = new HandingOn.Here(told.state(), standing.handedAt(), confirmedAt);
    HandingOn.Step step = HandingOn.wanted(here, list.settings().moment());
    if (step == HandingOn.Step.TELL_LEFT) {
      return new Done(standing, step, Optional.of(talk.leave(list, told.sheet())));
    }
    if (step != HandingOn.Step.HAND_ON) {
      return new Done(standing, step, Optional.empty());
    }
    Optional<ServiceDescription.ServiceFind> find = list.settings().description().find();
    if (find.isPresent()) {
      ListTalk.Found found = talk.find(list, find.get(), told.sheet().email());
      if (found.there().isEmpty()) {
        return new Done(standing, step, Optional.of(found.exchange()));
      }
      step = HandingOn.afterAsking(here, found.there().get());
      if (step != HandingOn.Step.HAND_ON) {
        return new Done(standing, step, Optional.of(found.exchange()));
      }
    }
    return new Done(standing, step, Optional.of(talk.handOn(list, told.sheet())));
  }
}
