package jeton.server.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import jeton.core.upkeep.ShelfAddress;
import jeton.harness.S3Service;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import software.amazon.awssdk.services.s3.S3Client;

/** A folder and a bucket do the same. */
class ShelfTest {
  @TempDir static Path folder;
  private static S3Service s3;
  private static Shelves shelves;
  private static int used;

  @BeforeAll
  static void start() throws IOException {
    s3 = new S3Service(folder.resolve("s3")).withBuckets("shop");
    shelves = Shelves.of(s3.environment());
  }

  @AfterAll
  static void stop() {
    s3.close();
  }

  private static Shelf shelf(String kind) throws IOException {
    used++;
    String place = kind.equals("bucket") ? "s3://shop/" : folder + "/";
    Shelf shelf = shelves.at(place + "shelf-" + used);
    shelf.open();
    return shelf;
  }

  private static Path file(byte[] octets) throws IOException {
    return Files.write(Files.createTempFile(folder, "in", ""), octets);
  }

  private static byte[] all(Shelf shelf, String name, long first) throws IOException {
    try (InputStream in = shelf.read(name, first)) {
      return in.readAllBytes();
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"folder", "bucket"})
  void keepsByName_readsFromAnywhere_andTakesAway(String kind) throws IOException {
    try (Shelf shelf = shelf(kind)) {
      assertThat(shelf.isEmpty()).isTrue();
      assertThat(shelf.names("")).isEmpty();
      Path kept = file("marbled".getBytes());
      shelf.put("files/ab/abc", kept);
      shelf.put("files/ab/abc", kept);
      assertThat(kept).exists();
      Path draft = shelf.draft();
      Files.writeString(draft, "paper");
      shelf.take("monday/note", draft);
      assertThat(draft).doesNotExist();

      assertThat(shelf.isEmpty()).isFalse();
      assertThat(shelf.folders()).containsExactlyInAnyOrder("files", "monday");
      assertThat(shelf.names("files")).containsExactly("files/ab/abc");
      assertThat(shelf.names("fil")).as("a folder, not a beginning").isEmpty();
      assertThat(shelf.names("")).containsExactlyInAnyOrder("files/ab/abc", "monday/note");
      assertThat(shelf.size("files/ab/abc")).hasValue(7);
      assertThat(shelf.size("files/ab/abd")).isEmpty();
      assertThat(all(shelf, "files/ab/abc", 0)).isEqualTo("marbled".getBytes());
      assertThat(all(shelf, "files/ab/abc", 3)).isEqualTo("bled".getBytes());
      assertThatThrownBy(() -> all(shelf, "files/none", 0)).isInstanceOf(NoSuchFileException.class);

      shelf.remove("files/ab/abc");
      shelf.remove("files/ab/abc");
      shelf.removeAll("monday");
      shelf.removeAll("never");
      assertThat(shelf.names("")).isEmpty();
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"folder", "bucket"})
  void aLock_isHeldByOne_andLetGoWhateverHappens(String kind) throws IOException {
    try (Shelf shelf = shelf(kind)) {
      String held =
          shelf.alone(
              "lock",
              () -> {
                assertThatThrownBy(() -> shelf.alone("lock", () -> "second"))
                    .isInstanceOf(Shelf.Taken.class);
                return "first";
              });
      assertThat(held).isEqualTo("first");
      assertThatThrownBy(
              () ->
                  shelf.alone(
                      "lock",
                      () -> {
                        throw new UncheckedIOException(new IOException("broke"));
                      }))
          .hasMessageContaining("broke");
      assertThat(shelf.<String>alone("lock", () -> "again")).isEqualTo("again");
    }
  }

  @Test
  void aLockInABucket_ofSomebodyWhoIsSilent_isFreeAfterAnHour() throws IOException {
    Clock now = Clock.systemUTC();
    try (Shelf shelf = bucket(now);
        Shelf soon = bucket(Clock.offset(now, Duration.ofMinutes(50)));
        Shelf later = bucket(Clock.offset(now, Duration.ofMinutes(70)))) {
      shelf.<Object>alone(
          "dead",
          () -> {
            assertThatThrownBy(() -> soon.alone("dead", () -> "soon"))
                .isInstanceOf(Shelf.Taken.class);
            try {
              return assertThat(later.<String>alone("dead", () -> "later")).isEqualTo("later");
            } catch (IOException never) {
              throw new UncheckedIOException(never);
            }
          });
    }
  }

  @Test
  void whoHoldsALockForHours_saysSo_andItStaysTheirs() throws IOException {
    S3Client client = Shelves.client(S3Settings.of(s3.environment()));
    Instant[] now = {Instant.parse("2026-03-02T09:00:00Z")};
    Clock clock = mock(Clock.class);
    when(clock.instant()).thenAnswer(asked -> now[0]);
    try (client;
        BucketLock lock = BucketLock.hold(client, "shop", "long", clock)) {
      now[0] = now[0].plus(Duration.ofMinutes(50));
      lock.beat();
      now[0] = now[0].plus(Duration.ofMinutes(50));
      assertThatThrownBy(() -> BucketLock.hold(client, "shop", "long", clock))
          .isInstanceOf(Shelf.Taken.class);
    }
  }

  @Test
  void whoTakesALockOver_holdsIt_andTheFirstLetsGoOfNothing() throws IOException {
    S3Client client = Shelves.client(S3Settings.of(s3.environment()));
    Clock later = Clock.offset(Clock.systemUTC(), Duration.ofHours(2));
    try (client;
        BucketLock silent = BucketLock.hold(client, "shop", "left", Clock.systemUTC());
        BucketLock taken = BucketLock.hold(client, "shop", "left", later)) {
      // It is heard of again, too late.
      silent.beat();
      silent.close();
      assertThatThrownBy(() -> BucketLock.hold(client, "shop", "left", later))
          .isInstanceOf(Shelf.Taken.class);
      taken.close();
      BucketLock.hold(client, "shop", "left", later).close();
    }
  }

  private static Shelf bucket(Clock clock) {
    ShelfAddress.Bucket place = ShelfAddress.bucket("s3://shop/locks").orElseThrow();
    return new BucketShelf(place, Shelves.client(S3Settings.of(s3.environment())), 5 << 20, clock);
  }

  @Test
  void whatIsLargerThanAPiece_isWhole_inABucket() throws IOException {
    byte[] film = new byte[(12 << 20) + 7];
    new Random(1).nextBytes(film);
    try (Shelf shelf = bucket(Clock.systemUTC())) {
      shelf.put("film", file(film));
      assertThat(shelf.size("film")).hasValue(film.length);
      assertThat(Arrays.equals(all(shelf, "film", 0), film)).isTrue();
      shelf.remove("film");
    }
  }

  @Test
  void moreThanAPageOfNames_areAllListed() throws IOException {
    Path nothing = file(new byte[0]);
    try (Shelf shelf = shelf("bucket")) {
      for (int i = 0; i < 1005; i++) {
        shelf.put("many/" + i, nothing);
      }
      assertThat(shelf.names("many"))
          .hasSize(1005)
          .contains(IntStream.of(0, 1004).mapToObj(i -> "many/" + i).toArray(String[]::new));
      assertThat(shelf.folders()).containsExactly("many");
    }
  }

  @Test
  void aPlaceThatIsNotThere_isToldInWords() {
    try (Shelf none = shelves.at("s3://no-such-bucket/x");
        Shelf file = shelves.at(folder + "/s3/s3.log")) {
      assertThatThrownBy(none::open)
          .isInstanceOf(IOException.class)
          .hasMessageContaining("s3://no-such-bucket/x: NoSuchBucket 404");
      assertThatThrownBy(file::open).hasMessageContaining("Jeton may not write into");
    } catch (Exception never) {
      throw new AssertionError(never);
    }
    assertThatThrownBy(() -> shelves.at("s3:/half")).isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> shelves.at("half/a/way")).isInstanceOf(IllegalArgumentException.class);
  }
}
