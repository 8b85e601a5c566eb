package jeton.core.email;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A text with fill-ins, read once and filled for many people (rules F1, F2).
 *
 * <p>Text form, a subset of Mustache: <code>{{first_name}}</code>, and for words of its own when
 * the value is unknown <code>{{first_name}}{{^first_name}}friend{{/first_name}}</code>.
 */
public final class FillInText {
  private static final Pattern FORM =
      Pattern.compile(
          "(?<!\\{)\\{\\{(\\w+)}}(?!})(?:\\{\\{\\^\\1}}(.*?)\\{\\{/\\1}})?", Pattern.DOTALL);
  private static final Pattern ANY =
      Pattern.compile("\\{\\{(.{0,40}?)(}}|$)|\\{\\{", Pattern.DOTALL);

  // A place inside an address lands in a URL, whatever surrounds the address.
  private static final Pattern IN_LINK = Pattern.compile("(href=\"|https?://)[^\\s\"<>]*$");

  private final List<Part> parts;

  private FillInText(List<Part> parts) {
    this.parts = List.copyOf(parts);
  }

  /**
   * Fixed words, or a fill-in with its own words for when the value is unknown (null: the field's
   * own words).
   */
  private sealed interface Part {
    void appendTo(StringBuilder text, Values values, Landing landing);
  }

  private record Words(String words) implements Part {
    @Override
    public void appendTo(StringBuilder text, Values values, Landing landing) {
      text.append(words);
    }
  }

  private record Place(FillIn fillIn, String ownWords, boolean inLink) implements Part {
    @Override
    public void appendTo(StringBuilder text, Values values, Landing around) {
      Landing landing = inLink ? Landing.URL : around;
      String known = values.known().apply(fillIn);
      if (known != null && !known.isBlank()) {
        text.append(landing.escape(known));
      } else if (ownWords != null) {
        // Written by the owner in the same text, so it is already in the text's own form.
        text.append(ownWords);
      } else {
        text.append(landing.escape(values.whenUnknown().getOrDefault(fillIn.key(), "")));
      }
    }
  }

  /**
   * What is known of a person.
   *
   * @param known the value of a fill-in; null or blank when not known
   * @param whenUnknown the owner's words per fill-in name
   */
  public record Values(Function<FillIn, String> known, Map<String, String> whenUnknown) {}

  /** A fill-in that does not exist or is not closed. */
  public static final class Unknown extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;
    private final String name;

    Unknown(String name, FillIns allowed) {
      super(
          "There is no fill-in {{"
              + name
              + "}}. You can use "
              + allowed.all().stream()
                  .map(f -> "{{" + f.key() + "}}")
                  .collect(Collectors.joining(", "))
              + ".");
      this.name = name;
    }

    /** What stood between the braces. */
    public String name() {
      return name;
    }
  }

  /**
   * Reads an owner's text.
   *
   * @throws Unknown for a fill-in outside {@code allowed}, or braces that are not closed
   */
  public static FillInText parse(String text, FillIns allowed) {
    return read(
        text,
        name -> allowed.of(name).orElseThrow(() -> new Unknown(name, allowed)),
        words -> checkWords(words, allowed));
  }

  /** Reads a text that was checked when it was saved; whatever it names is a fill-in. */
  public static FillInText ofSaved(String text) {
    return read(text, FillIns::whenWriting, words -> {});
  }

  private static FillInText read(
      String text, Function<String, FillIn> named, Consumer<String> checked) {
    List<Part> parts = new ArrayList<>();
    Matcher place = FORM.matcher(text);
    int from = 0;
    while (place.find()) {
      parts.add(words(text.substring(from, place.start()), checked));
      FillIn fillIn = named.apply(place.group(1));
      boolean inLink =
          fillIn.forOwners() && IN_LINK.matcher(text.substring(0, place.start())).find();
      parts.add(new Place(fillIn, place.group(2), inLink));
      from = place.end();
    }
    parts.add(words(text.substring(from), checked));
    return new FillInText(parts);
  }

  private static Words words(String text, Consumer<String> checked) {
    checked.accept(text);
    return new Words(text);
  }

  private static void checkWords(String text, FillIns allowed) {
    Matcher stray = ANY.matcher(text);
    if (stray.find()) {
      throw new Unknown(stray.group(1) == null ? "" : stray.group(1), allowed);
    }
  }

  /** Whether it names an answer to a field of the business's own. */
  public boolean namesAnswers() {
    return parts.stream().anyMatch(part -> part instanceof Place place && isAnswer(place.fillIn()));
  }

  private static boolean isAnswer(FillIn fillIn) {
    return fillIn.forOwners() && FillIns.USUAL.of(fillIn.key()).isEmpty();
  }

  /** The text for one person. */
  public String fill(Values values, Landing landing) {
    StringBuilder text = new StringBuilder();
    parts.forEach(part -> part.appendTo(text, values, landing));
    return text.toString();
  }
}
