package jeton.core.privatepage;

import java.time.Duration;
import java.util.Optional;

/**
 * A file of a page, as far as its pieces ask for it.
 *
 * @param length of a recording, where it could be read
 * @param film whether there is something to see
 * @param plays whether browsers can be expected to play it
 */
public record PageFile(
    long id,
    String name,
    String mediaType,
    Optional<Duration> length,
    boolean film,
    boolean plays) {

  /** Whether these are captions (WebVTT). */
  public boolean isCaptions() {
    return mediaType.startsWith("text/vtt");
  }

  /**
   * Minutes and seconds, {@code 6:20}, hours before them where there are some; empty if unknown.
   */
  public String lengthInWords() {
    return length.map(PageFile::inWords).orElse("");
  }

  private static String inWords(Duration length) {
    String seconds = String.format("%02d", length.toSecondsPart());
    return length.toHours() == 0
        ? length.toMinutes() + ":" + seconds
        : length.toHours() + ":" + String.format("%02d", length.toMinutesPart()) + ":" + seconds;
  }
}
