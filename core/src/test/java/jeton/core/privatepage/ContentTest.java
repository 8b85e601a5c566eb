package jeton.core.privatepage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;

/** What pieces of a page lack, and what cannot be kept of them (V1, V2). */
class ContentTest {
  private static Content.Recording recording(Long file, String words, String still) {
    return new Content.Recording(Optional.ofNullable(file), null, words, still, false);
  }

  @Test
  void aRecording_isAboutItsFile_andLacksItUntilThere() {
    assertThat(recording(null, "", "").lack()).contains("has no recording yet");
    assertThat(recording(7L, "", "").lack()).isEmpty();
    assertThat(recording(7L, "", "").mainFile()).contains(7L);
    assertThat(
            Refusals.of(
                problems -> recording(7L, "x".repeat(100_001), "no hash").check("r", problems)))
        .containsExactly("r.words too_long", "r.still bad_picture");
  }

  @Test
  void aFile_isAboutItself() {
    assertThat(new Content.File(Optional.of(3L)).mainFile()).contains(3L);
    assertThat(new Content.File(Optional.of(3L)).lack()).isEmpty();
    assertThat(new Content.File(null).lack()).contains("has no file yet");
  }

  @Test
  void aButton_needsWordsAndAnAddress() {
    assertThat(new Content.Button("Read on", "https://q.example/on").lack()).isEmpty();
    assertThat(new Content.Button("Read on", "").lack()).contains("leads nowhere yet");
    assertThat(new Content.Button(" ", "https://q.example/on").lack())
        .contains("leads nowhere yet");
  }

  @Test
  void captions_areToldByTheirType() {
    assertThat(file("text/vtt").isCaptions()).isTrue();
    assertThat(file("video/mp4").isCaptions()).isFalse();
  }

  private static PageFile file(String type) {
    return new PageFile(1, "a", type, Optional.empty(), false, false);
  }
}
