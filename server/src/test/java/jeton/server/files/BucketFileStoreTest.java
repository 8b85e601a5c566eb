package jeton.server.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Random;
import jeton.harness.Awaiting;
import jeton.harness.S3Service;
import jeton.server.shelf.Shelves;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.health.contributor.Status;
import org.springframework.core.io.Resource;

/** Contents in a bucket, by way of two instances. */
class BucketFileStoreTest {
  private static final long MUCH = 1L << 30;
  @TempDir static Path folder;
  private static S3Service s3;
  private static int buckets;
  private final String bucket = "contents-" + ++buckets;

  @BeforeAll
  static void start() throws IOException {
    s3 = new S3Service(folder.resolve("s3"));
  }

  @AfterAll
  static void stop() {
    s3.close();
  }

  private BucketFileStore instance(String home, long mostCopies) {
    return new BucketFileStore(
        Shelves.of(s3.environment()).at("s3://" + bucket + "/files"),
        new FolderFileStore(folder.resolve(bucket + home)),
        mostCopies,
        Clock.systemUTC());
  }

  private static byte[] random(int size) {
    byte[] octets = new byte[size];
    new Random(size).nextBytes(octets);
    return octets;
  }

  private static String keep(FileStore store, byte[] octets) throws IOException {
    return store.keep(new ByteArrayInputStream(octets), MUCH).hash();
  }

  private static byte[] all(Resource content) throws IOException {
    try (InputStream in = content.getInputStream()) {
      return in.readAllBytes();
    }
  }

  @Test
  void aBucketThatIsAway_isAPartThatIsNotWell_untilItAnswersAgain() throws Exception {
    Path own = Files.createDirectory(folder.resolve("away"));
    S3Service service = new S3Service(own);
    BucketFileStore store =
        new BucketFileStore(
            Shelves.of(service.environment()).at("s3://away/files"),
            new FolderFileStore(own.resolve("home")),
            MUCH,
            Clock.systemUTC());
    FilesHealth health = new FilesHealth(store);
    health.look();
    assertThat(health.health().getStatus()).isEqualTo(Status.UP);
    service.close();
    health.look();
    assertThat(health.health().getStatus()).isEqualTo(Status.DOWN);
    assertThat(health.health().getDetails().get("said").toString())
        .startsWith("Files cannot be reached: ");
    store.destroy();

    FileStore again = mock(FileStore.class);
    doThrow(new IOException("away")).doNothing().when(again).look();
    FilesHealth one = new FilesHealth(again);
    one.look();
    one.look();
    assertThat(one.health().getStatus()).isEqualTo(Status.UP);
  }

  @Test
  void whatOneInstanceKeeps_theOtherHas_andItIsServedFromACopyHere() throws IOException {
    s3.withBuckets(bucket);
    BucketFileStore one = instance("one", MUCH);
    BucketFileStore other = instance("other", MUCH);
    byte[] plan = random(1000);
    String hash = keep(one, plan);
    assertThat(other.has(hash)).isTrue();
    Resource content = other.open(hash);
    assertThat(all(content)).isEqualTo(plan);
    assertThat(content.isFile()).as("sent by the kernel").isTrue();
    other.remove(hash);
    assertThat(one.has(hash)).isFalse();
    assertThatThrownBy(() -> one.keep(new ByteArrayInputStream(random(10)), 9))
        .isInstanceOf(FileStore.TooLarge.class);
    one.destroy();
    other.destroy();
  }

  @Test
  void aLargeOne_isSentFromTheBucket_untilItsCopyIsThere() throws IOException {
    s3.withBuckets(bucket);
    BucketFileStore one = instance("one", MUCH);
    BucketFileStore other = instance("other", MUCH);
    byte[] film = random((33 << 20) + 1);
    String hash = keep(one, film);
    Resource content = other.open(hash);
    assertThat(content).isInstanceOf(BucketContent.class);
    assertThat(content.contentLength()).isEqualTo(film.length);
    try (InputStream in = ((BucketContent) content).from(film.length - 3)) {
      assertThat(in.readAllBytes())
          .isEqualTo(Arrays.copyOfRange(film, film.length - 3, film.length));
    }
    Awaiting.until(() -> other.open(hash).isFile());
    assertThat(Arrays.equals(all(other.open(hash)), film)).isTrue();
    one.destroy();
    other.destroy();
  }

  @Test
  void piecesMayComeByWayOfEither_andWhatBrokeOffIsKept() throws IOException {
    s3.withBuckets(bucket);
    BucketFileStore one = instance("one", MUCH);
    BucketFileStore other = instance("other", MUCH);
    String draft = "draft-of-a-film";
    byte[] film = random(100);
    assertThat(one.there(draft)).isEmpty();
    one.begin(draft);
    assertThat(other.there(draft)).hasValue(0);
    assertThat(one.append(draft, 0, part(film, 0, 40), 100)).isEqualTo(40);
    assertThat(other.append(draft, 30, part(film, 30, 90), 100))
        .as("a wrong account")
        .isEqualTo(40);
    assertThatThrownBy(() -> other.append(draft, 40, breakingOff(film, 40, 70), 100))
        .hasMessage("gone");
    assertThat(one.there(draft)).hasValue(70);
    assertThatThrownBy(() -> one.append(draft, 70, part(film, 0, 31), 100))
        .isInstanceOf(FileStore.TooLarge.class);
    assertThat(one.append(draft, 70, part(film, 70, 100), 100)).isEqualTo(100);
    FileStore.Kept kept = other.keepDraft(draft);
    assertThat(kept.size()).isEqualTo(100);
    assertThat(all(one.open(kept.hash()))).isEqualTo(film);
    one.drop(draft);
    assertThat(other.there(draft)).isEmpty();
    one.destroy();
    other.destroy();
  }

  private static InputStream part(byte[] of, int from, int to) {
    return new ByteArrayInputStream(of, from, to - from);
  }

  private static InputStream breakingOff(byte[] of, int from, int to) {
    return new InputStream() {
      private final InputStream before = part(of, from, to);

      @Override
      public int read() throws IOException {
        int next = before.read();
        if (next < 0) {
          throw new IOException("gone");
        }
        return next;
      }

      @Override
      public int read(byte[] into, int at, int length) throws IOException {
        int n = before.read(into, at, length);
        if (n < 0) {
          throw new IOException("gone");
        }
        return n;
      }
    };
  }

  @Test
  void whatTheHomeHadBefore_isBroughtIn_once() throws IOException {
    s3.withBuckets(bucket);
    String hash = keep(new FolderFileStore(folder.resolve(bucket + "one")), random(10));
    BucketFileStore one = instance("one", MUCH);
    Awaiting.until(() -> one.has(hash));
    Awaiting.until(() -> Files.exists(folder.resolve(bucket + "one/moved-in")));
    BucketFileStore other = instance("other", MUCH);
    other.remove(hash);
    one.destroy();
    BucketFileStore again = instance("one", MUCH);
    again.destroy();
    assertThat(other.has(hash)).as("what was forgotten does not come back").isFalse();
    other.destroy();
  }

  @Test
  void copiesUnusedForLongestGo_butNoneThatIsNotInTheBucket() throws IOException {
    s3.withBuckets(bucket);
    BucketFileStore one = instance("one", 25);
    FolderFileStore home = new FolderFileStore(folder.resolve(bucket + "one"));
    String oldest = keep(one, random(10));
    String lost = keep(one, random(11));
    String used = keep(one, random(12));
    age(home.place(lost), 3);
    age(home.place(oldest), 2);
    age(home.place(used), 1);
    BucketFileStore other = instance("other", MUCH);
    other.remove(lost);
    assertThat(all(one.open(used))).hasSize(12);
    String newest = keep(one, random(13));
    assertThat(home.all()).containsExactlyInAnyOrder(lost, used, newest);
    assertThat(all(one.open(oldest))).as("fetched anew").hasSize(10);
    one.destroy();
    other.destroy();
  }

  private static void age(Path copy, int hours) throws IOException {
    Files.setLastModifiedTime(copy, FileTime.from(Instant.now().minus(Duration.ofHours(hours))));
  }

  @Test
  void whileTheServiceIsAway_copiesAreThere_andNothingIsKeptByHalf() throws IOException {
    S3Service away = new S3Service(folder.resolve("away")).withBuckets(bucket);
    FolderFileStore home = new FolderFileStore(folder.resolve(bucket + "one"));
    BucketFileStore one =
        new BucketFileStore(
            Shelves.of(away.environment()).at("s3://" + bucket), home, MUCH, Clock.systemUTC());
    String hash = keep(one, random(10));
    Awaiting.until(() -> Files.exists(home.folder().resolve("moved-in")));
    away.close();
    assertThat(all(one.open(hash))).hasSize(10);
    assertThatThrownBy(() -> keep(one, random(11)))
        .isInstanceOfAny(IOException.class, UncheckedIOException.class);
    assertThat(home.all()).containsExactly(hash);
    one.destroy();
  }

  @Test
  void whatOnlyTheHomeHas_staysThere_thoughItIsBroughtInAgainInVain() throws IOException {
    S3Service away = new S3Service(folder.resolve("gone")).withBuckets(bucket);
    away.close();
    FolderFileStore home = new FolderFileStore(folder.resolve(bucket + "one"));
    String hash = keep(home, random(10));
    BucketFileStore one =
        new BucketFileStore(
            Shelves.of(away.environment()).at("s3://" + bucket), home, MUCH, Clock.systemUTC());
    assertThatThrownBy(() -> keep(one, random(10)))
        .isInstanceOfAny(IOException.class, UncheckedIOException.class);
    assertThat(all(home.open(hash))).hasSize(10);
    one.destroy();
  }
}
