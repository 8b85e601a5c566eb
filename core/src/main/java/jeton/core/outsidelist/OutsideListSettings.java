package jeton.core.outsidelist;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.problem.Problems;

/**
 * Who is handed on to an outside list, when, and with what (H2).
 *
 * @param list which of the service's lists; empty until one is chosen
 * @param tags those of the service's that everybody handed on gets
 * @param fields by the service's keys: keys of ours that are told there
 * @param offers whose people are handed on; those of all, also of those to come, where it is empty
 */
public record OutsideListSettings(
    String name,
    ServiceDescription description,
    Optional<ServiceChoice> list,
    List<ServiceChoice> tags,
    Map<String, String> fields,
    Moment moment,
    Set<Long> offers) {
  private static final int MOST_NAME = 80;
  private static final int MOST_CHOSEN = 50;

  public OutsideListSettings {
    name = name == null ? "" : name.strip();
    tags = tags == null ? List.of() : List.copyOf(tags);
    fields = fields == null ? Map.of() : Map.copyOf(fields);
    moment = moment == null ? Moment.CONFIRMED : moment;
    offers = offers == null ? Set.of() : Set.copyOf(offers);
  }

  /** When somebody is handed on. */
  public enum Moment {
    /** With their sign-up; who has yet to confirm is told as waiting. */
    SIGNED_UP,
    /** Once they are on the list. */
    CONFIRMED
  }

  /** Something chosen from what the service offers, with the words it had then. */
  public record ServiceChoice(String key, String title) {}

  /**
   * Notes what keeps it from being saved.
   *
   * @param ours keys that can be told
   */
  public void check(Set<String> ours, boolean plainAllowed, Problems problems) {
    problems.line(name, "name", "The name", MOST_NAME);
    problems.when(name.isEmpty(), "name", "empty", "What is it called? Give it a name.");
    if (description == null) {
      problems.add("description", "empty", "Choose a service.");
    } else {
      description.check(plainAllowed, problems);
    }
    problems.when(
        tags.size() > MOST_CHOSEN || fields.size() > MOST_CHOSEN,
        "tags",
        "too_many",
        "At most 50.");
    fields.forEach(
        (theirs, mine) ->
            problems.when(
                !ours.contains(mine), "fields." + theirs, "unknown_field", "No such field."));
  }

  /** Whether it is known where people go: to a list that was chosen, or to all there is. */
  public boolean hasWhatItNeeds() {
    return list.isPresent() || description.lists().isEmpty();
  }

  /** The same with another list. */
  public OutsideListSettings with(Optional<ServiceChoice> another) {
    return new OutsideListSettings(name, description, another, tags, fields, moment, offers);
  }

  /** Whether people of an offer are handed on. */
  public boolean takes(Optional<Long> offerId) {
    return offers.isEmpty() || offerId.filter(offers::contains).isPresent();
  }
}
