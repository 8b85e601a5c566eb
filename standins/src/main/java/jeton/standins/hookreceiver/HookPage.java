package jeton.standins.hookreceiver;

import java.util.List;
import org.springframework.web.util.HtmlUtils;

/** What the receiver was told, as a page. */
final class HookPage {
  private static final String PAGE =
      """
      <!doctype html><html lang="en"><meta charset="utf-8"><title>Told</title>
      <meta name="viewport" content="width=device-width">
      <style>body{font:15px/1.5 sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem}
      pre{white-space:pre-wrap;overflow-wrap:anywhere;background:#f4f1ea;padding:.6rem}</style>
      <h1>What a program was told</h1><p>It answers with %s just now. Newest first.</p>%s</html>
      """;

  private HookPage() {}

  static String of(List<HookReceiver.Received> newestFirst, HookReceiver.Conduct conduct) {
    StringBuilder all = new StringBuilder();
    for (HookReceiver.Received one : newestFirst) {
      all.append("<h2>")
          .append(HtmlUtils.htmlEscape(one.id()))
          .append("</h2><p>")
          .append(one.verified() ? "Its signature holds." : "Its signature could not be verified.")
          .append(" Answered with ")
          .append(one.answered())
          .append(".</p><pre>")
          .append(HtmlUtils.htmlEscape(one.body()))
          .append("</pre>");
    }
    return PAGE.formatted(conduct.status(), all.isEmpty() ? "<p>Nothing yet.</p>" : all);
  }
}
