package jeton.server.outsidelist;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.core.outsidelist.ServiceDescription;
import jeton.core.people.PersonState;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.problem.Refused;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What a service offers, what would be told, and a test with somebody made up (H2). */
@RestController
@RequestMapping("/api/outside-lists/{id}")
class ListTrialApi {
  private static final int SHOWN = 2_000;

  private final OutsideLists lists;
  private final ListTalk talk;
  private final Sheets sheets;
  private final People people;

  ListTrialApi(OutsideLists lists, ListTalk talk, Sheets sheets, People people) {
    this.lists = lists;
    this.talk = talk;
    this.sheets = sheets;
    this.people = people;
  }

  /**
   * What there is to choose from.
   *
   * @param fields and tags of the list asked about
   * @param failed what was asked and answered where the service did not say
   */
  record ListChoices(
      List<OutsideListSettings.ServiceChoice> lists,
      List<OutsideListSettings.ServiceChoice> fields,
      List<OutsideListSettings.ServiceChoice> tags,
      Optional<Exchange> failed) {}

  /** What is looked at: settings that need not be saved. */
  record PreviewAsked(OutsideListSettings settings) {}

  /** A request as it would be made about somebody. */
  record HandOnPreview(String email, String request) {}

  /** What was asked and answered, in order. */
  record ListTest(List<Exchange> exchanges, boolean works) {}

  /** Of the list saved, or of another. */
  @GetMapping("/choices")
  ListChoices choices(@PathVariable long id, @RequestParam Optional<String> list) {
    OutsideList asked = with(lists.get(id), list);
    ServiceDescription service = asked.settings().description();
    ListTalk.Offered all = offered(asked, service.lists());
    boolean isChosen = asked.settings().hasWhatItNeeds();
    ListTalk.Offered fields = offered(asked, isChosen ? service.fields() : Optional.empty());
    ListTalk.Offered tags = offered(asked, isChosen ? service.tags() : Optional.empty());
    return new ListChoices(
        all.all(),
        fields.all(),
        tags.all(),
        List.of(all, fields, tags).stream()
            .map(ListTalk.Offered::exchange)
            .filter(one -> one.meaning() != Exchange.Meaning.TAKEN)
            .map(one -> one.shortened(SHOWN))
            .findFirst());
  }

  private ListTalk.Offered offered(
      OutsideList list, Optional<ServiceDescription.ServiceChoices> choices) {
    return choices
        .map(one -> talk.choices(list, one))
        .orElse(new ListTalk.Offered(List.of(), new Exchange("", 200, "", Optional.empty())));
  }

  private static OutsideList with(OutsideList list, Optional<String> chosen) {
    return chosen
        .filter(key -> !key.isEmpty())
        .map(key -> new OutsideListSettings.ServiceChoice(key, ""))
        .map(one -> list.with(list.settings().with(Optional.of(one))))
        .orElse(list);
  }

  /** What would be told about somebody real: the one named, or the last who is on the list. */
  @PostMapping("/preview")
  HandOnPreview preview(
      @PathVariable long id,
      @RequestParam Optional<String> email,
      @RequestBody PreviewAsked asked) {
    Refused.unlessNone(lists.check(asked.settings(), "").list());
    OutsideList list = lists.get(id).with(asked.settings());
    ListTalk.Sheet sheet =
        found(email.orElse(""))
            .map(person -> sheets.of(Set.of(person.id())).get(person.id()).sheet())
            .orElseGet(sheets::madeUp);
    return new HandOnPreview(sheet.email(), talk.handOnRequest(list, sheet).words());
  }

  private Optional<Person> found(String words) {
    return people
        .search(
            People.Filter.of(
                words, Optional.of(PersonState.ON_THE_LIST), Optional.empty(), Optional.empty()),
            0,
            1)
        .people()
        .stream()
        .findFirst();
  }

  /** Writes somebody made up, and takes them off again. */
  @PostMapping("/test")
  ListTest test(@PathVariable long id) {
    OutsideList list = lists.get(id);
    Exchange written = talk.handOn(list, sheets.madeUp());
    if (written.meaning() != Exchange.Meaning.TAKEN) {
      return new ListTest(List.of(written.shortened(SHOWN)), false);
    }
    Exchange taken = talk.leave(list, sheets.madeUp());
    return new ListTest(
        List.of(written.shortened(SHOWN), taken.shortened(SHOWN)),
        taken.meaning() == Exchange.Meaning.TAKEN);
  }
}
