package jeton.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Where files or back-ups are kept. */
class ShelfAddressTest {

  @Test
  void aBucketHasAName_andMayHaveAPrefix() {
    assertThat(ShelfAddress.bucket("s3://quire")).hasValue(new ShelfAddress.Bucket("quire", ""));
    assertThat(ShelfAddress.bucket("s3://quire/"))
        .map(ShelfAddress.Bucket::toString)
        .hasValue("s3://quire");
    assertThat(ShelfAddress.bucket("s3://quire.and-thread/back-ups/Jeton_1/"))
        .hasValue(new ShelfAddress.Bucket("quire.and-thread", "back-ups/Jeton_1"))
        .map(ShelfAddress.Bucket::toString)
        .hasValue("s3://quire.and-thread/back-ups/Jeton_1");
    assertThat(ShelfAddress.bucket("/var/backups")).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"/var/backups/jeton", "/", "s3://abc", "s3://abc/x/y"})
  void onePlace(String address) {
    assertThat(ShelfAddress.isOne(address)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "backups",
        "s3:",
        "s3://",
        "s3:/abc",
        "s3://ab",
        "s3://Quire",
        "s3://abc//x",
        "s3://abc/a b",
        "s3://-abc",
        "/a\u0000b"
      })
  void noPlace(String address) {
    assertThat(ShelfAddress.isOne(address)).isFalse();
  }
}
