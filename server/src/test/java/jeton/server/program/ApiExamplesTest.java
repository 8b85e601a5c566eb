package jeton.server.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.programkey.ProgramKeys;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What docs/api.md says of asking is so: each example is run, and what it shows is answered. */
class ApiExamplesTest {
  private static final Pattern EXAMPLE =
      Pattern.compile(
          "```http\n(\\w+) (\\S+)\n[^{]*?(?:\n\n(\\{.*?))?\n```\n\n```json\n(.*?)\n```",
          Pattern.DOTALL);
  private static final String KNOWN = "nora@tide.example";
  private final TestServer server = TestServer.get();
  private final Http program = new Http(server.base);
  private final JsonMapper json = new JsonMapper();
  private final String key = server.key("Program", Set.of(ProgramKeys.May.values()));

  @Test
  void whatTheDocumentationSays_isSo() throws Exception {
    new SampleOffer().join(KNOWN);
    SampleOffer offer = new SampleOffer();
    Matcher examples = EXAMPLE.matcher(Files.readString(Path.of("../docs/api.md")));
    List<String> run = new ArrayList<>();
    while (examples.find()) {
      String path = examples.group(2);
      Http.Answer answer =
          examples.group(1).equals("GET")
              ? program.get(path, "Authorization", "Bearer " + key)
              : program.jsonWithKey(
                  path,
                  key,
                  json.readTree(examples.group(3).replace("first-notebook-plan", offer.slug)));
      shows(path, answer.json(), json.readTree(examples.group(4)));
      run.add(path.replaceAll("\\?.*", ""));
    }
    assertThat(run)
        .containsExactly(
            "/api/programs/sign-ups",
            "/api/programs/people",
            "/api/programs/people",
            "/api/programs/tags",
            "/api/programs/lists",
            "/api/programs/events",
            "/api/programs/leave",
            "/api/purchases",
            "/api/coupons/check");
  }

  /** Everything that is shown is there; there may be more. */
  private static void shows(String path, JsonNode answered, JsonNode shown) {
    if (shown.isObject()) {
      shown
          .properties()
          .forEach(part -> shows(path, answered.path(part.getKey()), part.getValue()));
    } else if (shown.isArray() && !shown.isEmpty() && shown.get(0).isObject()) {
      shows(path, answered.path(0), shown.get(0));
    } else {
      assertThat(answered).as(path).isEqualTo(shown);
    }
  }
}
