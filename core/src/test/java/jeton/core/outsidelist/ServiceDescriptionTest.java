package jeton.core.outsidelist;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;

/** A list service's description: places are filled in, mistakes are told where they stand. */
class ServiceDescriptionTest {

  @Test
  void path_encodesAllButUnreserved_asTheStandardsExamplesDo() {
    // RFC 6570, section 1.2, level 1.
    Map<String, String> values = Map.of("var", "value", "hello", "Hello World!");
    assertThat(new UriTemplate("{var}").expand(values)).isEqualTo("value");
    assertThat(new UriTemplate("{hello}").expand(values)).isEqualTo("Hello%20World%21");
    assertThat(
            new UriTemplate("/lists/{list}/people/{email}")
                .expand(Map.of("list", "a/b", "email", "zoë+x@tide.example")))
        .isEqualTo("/lists/a%2Fb/people/zo%C3%AB%2Bx%40tide.example");
    assertThat(new UriTemplate("/{gone}/x").expand(Map.of())).isEqualTo("//x");
  }

  @Test
  void body_takesWordsWithinWords_andWholeValuesWhereAPlaceStandsAlone() {
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("NAME", "Nora");
    fields.put("CITY", "Lund");
    Map<String, Object> values =
        Map.of("email", "nora@tide.example", "fields", fields, "tags", List.of("t1", "t2"));
    Object tree =
        Map.of(
            "to",
            "<{email}>",
            "merge",
            "{fields}",
            "tags",
            "{tags}",
            "n",
            3,
            "pairs",
            Map.of("forEach", "fields", "put", Map.of("id", "{key}", "value", "{value}")),
            "labels",
            Map.of("forEach", "tags", "put", "{value}"));
    assertThat(BodyTemplate.fill(tree, values))
        .isEqualTo(
            Map.of(
                "to",
                "<nora@tide.example>",
                "merge",
                fields,
                "tags",
                List.of("t1", "t2"),
                "n",
                3,
                "pairs",
                List.of(
                    Map.of("id", "NAME", "value", "Nora"), Map.of("id", "CITY", "value", "Lund")),
                "labels",
                List.of("t1", "t2")));
    assertThat(BodyTemplate.places(tree)).isEqualTo(Set.of("email", "fields", "tags"));
  }

  @Test
  void values_withPlacesOfTheirOwn_areNotFilledInAgain() {
    Object filled =
        BodyTemplate.fill(
            Map.of("fields", "{fields}"),
            Map.of("fields", Map.of("NAME", "{email}$1"), "email", "nora@tide.example"));
    assertThat(filled).isEqualTo(Map.of("fields", Map.of("NAME", "{email}$1")));
  }

  private static List<String> faults(ServiceDescription description) {
    Problems problems = new Problems();
    description.check(false, problems);
    return problems.list().stream().map(Problem::field).toList();
  }

  private static ServiceDescription description(
      String address, ServiceDescription.ServiceWrite write) {
    return new ServiceDescription(
        "Post",
        address,
        Map.of("Authorization", "Bearer {key}"),
        Optional.of(new ServiceDescription.ServiceChoices("/lists", "/data", "/id", "/name")),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.of(write),
        Optional.of(write),
        Optional.empty());
  }

  @Test
  void aGoodOne_hasNoFault() {
    assertThat(
            faults(
                description(
                    "https://post.example/api",
                    new ServiceDescription.ServiceWrite(
                        "PUT", "/l/{list}/p/{email}", Optional.of(Map.of("f", "{fields}"))))))
        .isEmpty();
  }

  @Test
  void mistakes_areToldWhereTheyStand() {
    assertThat(
            faults(
                description(
                    "http://post.example",
                    new ServiceDescription.ServiceWrite(
                        "GET", "people", Optional.of(Map.of("k", "{key}"))))))
        .containsExactly(
            "description.address",
            "description.handOn",
            "description.handOn",
            "description.handOn",
            "description.leave",
            "description.leave",
            "description.leave");
    assertThat(
            faults(
                new ServiceDescription(
                    null,
                    "nowhere",
                    null,
                    Optional.of(
                        new ServiceDescription.ServiceChoices("/x/{list}", "data", "/a~2", "")),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty())))
        .containsExactly(
            "description.address",
            "description.lists",
            "description.lists.items",
            "description.lists.key",
            "description.handOn",
            "description.leave");
  }
}
