package jeton.core.email;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** Subject lines taken from what an email says already. Made here, without asking anybody. */
public final class SubjectIdeas {
  private static final int MOST = 5;
  private static final int SHORTEST = 8;
  private static final int LONGEST = 60;
  private static final Pattern SENTENCE_END = Pattern.compile("(?<=[.?:])\\s+");
  private static final Pattern GREETING =
      Pattern.compile("^(hello|hi|dear|good (morning|day|evening))\\b.*", Pattern.CASE_INSENSITIVE);
  private static final Pattern FILL_IN = Pattern.compile("\\{\\{.*?}}");

  private SubjectIdeas() {}

  /** At most five, the likeliest first; none when nothing is short enough. */
  public static List<String> of(EmailContent email) {
    Set<String> ideas = new LinkedHashSet<>();
    List<EmailBlock.Text> texts = email.blocksThatAre(EmailBlock.Text.class).toList();
    texts.forEach(block -> EmailText.headings(block.html()).forEach(h -> add(ideas, h)));
    List<String> sentences =
        texts.stream()
            .flatMap(block -> EmailText.lines(block.html()).stream())
            .filter(line -> !GREETING.matcher(line).matches())
            .flatMap(SENTENCE_END::splitAsStream)
            .toList();
    sentences.stream().filter(s -> s.endsWith("?")).forEach(s -> add(ideas, s));
    sentences.stream().limit(2).forEach(s -> add(ideas, s));
    email.allBlocks().map(EmailBlock::label).forEach(label -> add(ideas, label));
    sentences.stream().skip(2).forEach(s -> add(ideas, s));
    ideas.remove(email.subject());
    return ideas.stream().limit(MOST).toList();
  }

  private static void add(Set<String> ideas, String text) {
    String idea = text.strip().replaceAll("[.:,;]+$", "");
    if (idea.isEmpty()) {
      return;
    }
    String first = idea.substring(0, idea.offsetByCodePoints(0, 1));
    idea = first.toUpperCase(java.util.Locale.ROOT) + idea.substring(first.length());
    int length = FILL_IN.matcher(idea).replaceAll("Aoife").length();
    if (length >= SHORTEST && length <= LONGEST) {
      ideas.add(idea);
    }
  }
}
