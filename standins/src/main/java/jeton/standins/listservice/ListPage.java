package jeton.standins.listservice;

import java.util.List;
import java.util.Map;
import org.springframework.web.util.HtmlUtils;

/** Who is on the service's lists, as a page. */
final class ListPage {
  private static final String PAGE =
      """
      <!doctype html><html lang="en"><meta charset="utf-8"><title>Lists</title>
      <meta name="viewport" content="width=device-width">
      <style>body{font:15px/1.5 sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem}
      td{padding:.2rem 1rem .2rem 0;overflow-wrap:anywhere}</style>
      <h1>A list service</h1>%s</html>
      """;
  private static final String ROW = "<tr><td>%s</td><td>%s</td><td>%s</td><td>%s</td></tr>";

  private ListPage() {}

  static String of(Map<String, List<ListedPerson>> lists) {
    StringBuilder all = new StringBuilder();
    lists.forEach(
        (name, people) -> {
          all.append("<h2>").append(HtmlUtils.htmlEscape(name)).append("</h2><table>");
          people.forEach(
              one ->
                  all.append(
                      ROW.formatted(
                          HtmlUtils.htmlEscape(one.email()),
                          HtmlUtils.htmlEscape(one.state()),
                          HtmlUtils.htmlEscape(one.fields().toString()),
                          HtmlUtils.htmlEscape(String.join(", ", one.tags())))));
          all.append(people.isEmpty() ? "</table><p>Nobody yet.</p>" : "</table>");
        });
    return PAGE.formatted(all);
  }
}
