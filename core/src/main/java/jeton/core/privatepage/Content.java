package jeton.core.privatepage;

import java.util.Optional;
import jeton.core.form.WebAddress;
import jeton.core.problem.Problems;

/** What a piece of a private page is (V1). Files are named by their number with the offer. */
public sealed interface Content {
  /** Something for each kind of piece. */
  interface Visitor<R> {
    R words(Words words);

    R picture(Picture picture);

    R file(File file);

    R recording(Recording recording);

    R button(Button button);

    R divider(Divider divider);
  }

  /** Has a visitor make of this what it makes of its kind. */
  <R> R accept(Visitor<R> visitor);

  /** The file it cannot be without; empty when it needs none, or none is chosen yet. */
  default Optional<Long> mainFile() {
    return Optional.empty();
  }

  /** What it still lacks before somebody can be shown it, as a sentence; empty for nothing. */
  default Optional<String> lack() {
    return Optional.empty();
  }

  /** Notes what keeps this from being saved. */
  default void check(String path, Problems problems) {}

  /**
   * Writing.
   *
   * @param html small, cleaned HTML
   */
  record Words(String html) implements Content {
    private static final int MOST = 50_000;

    public Words {
      html = html == null ? "" : html;
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.words(this);
    }

    @Override
    public Optional<String> lack() {
      return lackWhen(html.isBlank(), "has no words yet");
    }

    @Override
    public void check(String path, Problems problems) {
      problems.text(html, path + ".html", "Words", MOST);
    }
  }

  /**
   * A picture.
   *
   * @param hash of the kept picture; empty for none yet
   * @param alt what it shows, for those who do not see it
   */
  record Picture(String hash, String alt) implements Content {
    public Picture {
      hash = hash == null ? "" : hash;
      alt = alt == null ? "" : alt.strip();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.picture(this);
    }

    @Override
    public Optional<String> lack() {
      return lackWhen(hash.isEmpty(), "has no picture yet");
    }

    @Override
    public void check(String path, Problems problems) {
      checkPicture(hash, path + ".hash", problems);
      problems.line(alt, path + ".alt", "What the picture shows", 300);
    }
  }

  /** A file to take away. */
  record File(Optional<Long> file) implements Content {
    public File {
      file = file == null ? Optional.empty() : file;
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.file(this);
    }

    @Override
    public Optional<Long> mainFile() {
      return file;
    }

    @Override
    public Optional<String> lack() {
      return lackWhen(file.isEmpty(), "has no file yet");
    }
  }

  /**
   * A film or a sound (V2).
   *
   * @param captions a WebVTT file
   * @param words to read instead, plain
   * @param still hash of the picture shown before it plays; empty for none
   * @param mayKeep whether it may be downloaded too
   */
  record Recording(
      Optional<Long> file, Optional<Long> captions, String words, String still, boolean mayKeep)
      implements Content {
    private static final int MOST_WORDS = 100_000;

    public Recording {
      file = file == null ? Optional.empty() : file;
      captions = captions == null ? Optional.empty() : captions;
      words = words == null ? "" : words.strip();
      still = still == null ? "" : still;
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.recording(this);
    }

    @Override
    public Optional<Long> mainFile() {
      return file;
    }

    @Override
    public Optional<String> lack() {
      return lackWhen(file.isEmpty(), "has no recording yet");
    }

    @Override
    public void check(String path, Problems problems) {
      problems.text(words, path + ".words", "Words to read instead", MOST_WORDS);
      checkPicture(still, path + ".still", problems);
    }
  }

  /** A button that leads elsewhere. */
  record Button(String label, String href) implements Content {
    public Button {
      label = label == null ? "" : label.strip();
      href = href == null ? "" : href.strip();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.button(this);
    }

    @Override
    public Optional<String> lack() {
      return lackWhen(label.isEmpty() || href.isEmpty(), "leads nowhere yet");
    }

    @Override
    public void check(String path, Problems problems) {
      problems.line(label, path + ".label", "The button's words", 60);
      if (!href.isEmpty()) {
        WebAddress.faultOfShop(href)
            .ifPresent(fault -> problems.add(path + ".href", fault.code(), fault.message()));
      }
    }
  }

  /** A line between pieces. */
  record Divider() implements Content {
    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.divider(this);
    }
  }

  private static Optional<String> lackWhen(boolean lacks, String words) {
    return lacks ? Optional.of(words) : Optional.empty();
  }

  private static void checkPicture(String hash, String field, Problems problems) {
    problems.when(
        !hash.isEmpty() && !hash.matches("[0-9a-f]{64}"),
        field,
        "bad_picture",
        "Choose the picture again.");
  }
}
