package jeton.server.program;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.leaving.Departures;
import jeton.server.people.Lists;
import jeton.server.people.Person;
import jeton.server.problem.NotThere;
import jeton.server.tag.Tags;
import jeton.server.tagging.Tagging;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** {@code /api/programs}: people, tags, lists and events, with a key of Setup (H3). */
@RestController
@RequestMapping("/api/programs")
class ProgramPeopleApi {
  private static final String AUTHORIZATION = "Authorization";

  private final KeyCheck keys;
  private final ProgramPeople people;
  private final Tagging tagging;
  private final Tags tags;
  private final Lists lists;
  private final Departures departures;

  ProgramPeopleApi(
      KeyCheck keys,
      ProgramPeople people,
      Tagging tagging,
      Tags tags,
      Lists lists,
      Departures departures) {
    this.keys = keys;
    this.people = people;
    this.tagging = tagging;
    this.tags = tags;
    this.lists = lists;
    this.departures = departures;
  }

  record PersonTold(
      String email,
      @JsonProperty("first_name") Optional<String> firstName,
      Optional<Map<String, String>> fields) {}

  record TagTold(String email, String tag, Optional<Boolean> give) {}

  record ListTold(String email, long list, Optional<Boolean> on) {}

  record EventTold(String email, String event) {}

  record AddressTold(String email) {}

  /**
   * The answer.
   *
   * @param started whether sequences may have started: the person is on the list
   */
  record EventTaken(boolean started) {}

  /**
   * A page of people.
   *
   * @param next what to ask on with; none at the end
   */
  record KnownPeople(List<KnownPerson> people, Optional<Long> next) {}

  record KnownList(long id, String name, long people) {}

  /** One person by their address, or a page of everybody, newest first. */
  @GetMapping("/people")
  KnownPeople people(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization,
      @RequestParam Optional<String> email,
      @RequestParam Optional<Long> below) {
    keys.mayRead(authorization);
    if (email.isPresent()) {
      return new KnownPeople(
          List.of(people.view(people.known(email.get()).id())), Optional.empty());
    }
    List<KnownPerson> page = people.below(below.orElse(Long.MAX_VALUE));
    return new KnownPeople(
        page, page.isEmpty() ? Optional.empty() : Optional.of(page.get(page.size() - 1).id()));
  }

  /** Changes what is known of somebody; who is not known signs up first. */
  @PostMapping("/people")
  KnownPerson change(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization,
      @RequestBody PersonTold told) {
    keys.mayChange(authorization);
    return people.change(told.email(), told.firstName(), told.fields().orElse(Map.of()));
  }

  /** Somebody leaves: nothing more is sent to them. */
  @PostMapping("/leave")
  KnownPerson leave(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization,
      @RequestBody AddressTold told) {
    keys.mayChange(authorization);
    Person person = people.known(told.email());
    departures.leave(person.id(), "by a program", Optional.empty());
    return people.view(person.id());
  }

  @GetMapping("/tags")
  List<Tags.TagCount> tags(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization) {
    keys.mayRead(authorization);
    return tags.all();
  }

  /** Gives a tag, or takes it. */
  @PostMapping("/tags")
  KnownPerson tag(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization,
      @RequestBody TagTold told) {
    keys.mayChange(authorization);
    Person person = people.known(told.email());
    tagging.byHand(person.id(), told.tag() == null ? "" : told.tag(), told.give().orElse(true));
    return people.view(person.id());
  }

  @GetMapping("/lists")
  List<KnownList> lists(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization) {
    keys.mayRead(authorization);
    return lists.all().stream()
        .map(one -> new KnownList(one.list().id(), one.list().settings().name(), one.people()))
        .toList();
  }

  /** Puts somebody on a list, or takes them off it; who left is put on none (S5). */
  @PostMapping("/lists")
  KnownPerson list(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization,
      @RequestBody ListTold told) {
    keys.mayChange(authorization);
    if (lists.find(told.list()).isEmpty()) {
      throw new NotThere("This list");
    }
    Person person = people.known(told.email());
    departures.listByHand(person.id(), told.list(), told.on().orElse(true));
    return people.view(person.id());
  }

  /** Something happened to somebody elsewhere. */
  @PostMapping("/events")
  EventTaken event(
      @RequestHeader(name = AUTHORIZATION, defaultValue = "") String authorization,
      @RequestBody EventTold told) {
    keys.mayChange(authorization);
    return new EventTaken(people.happened(told.email(), told.event() == null ? "" : told.event()));
  }
}
