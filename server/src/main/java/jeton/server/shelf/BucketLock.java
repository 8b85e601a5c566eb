package jeton.server.shelf;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import software.amazon.awssdk.awscore.exception.AwsServiceException;
import software.amazon.awssdk.core.ResponseBytes;
import software.amazon.awssdk.core.exception.SdkClientException;
import software.amazon.awssdk.core.exception.SdkException;
import software.amazon.awssdk.core.sync.RequestBody;
import software.amazon.awssdk.services.s3.S3Client;
import software.amazon.awssdk.services.s3.model.GetObjectResponse;
import software.amazon.awssdk.services.s3.model.PutObjectRequest;

/**
 * An object in a bucket that says who is at something, by conditions on writing (RFC 9110, 13.1):
 * made where there is none, taken over from somebody who was silent for an hour, said again every
 * ten minutes while it is held. Of several who try at once one gets it.
 */
final class BucketLock implements AutoCloseable {
  static final Duration UNTIL_STALE = Duration.ofHours(1);
  private static final Logger LOG = LoggerFactory.getLogger(BucketLock.class);
  private static final long BETWEEN_BEATS_MINUTES = 10;
  private static final long LAST_BEAT_SECONDS = 60;
  private static final int NOT_THERE = 404;
  private static final int NOT_AS_IT_WAS = 412;
  private static final int AT_THE_SAME_TIME = 409;

  private final S3Client s3;
  private final String bucket;
  private final String key;
  private final Clock clock;
  private final String ours = UUID.randomUUID().toString();
  private final ScheduledExecutorService beats = Executors.newSingleThreadScheduledExecutor();
  // By which the service knows what we wrote last.
  private volatile String tag;

  private BucketLock(S3Client s3, String bucket, String key, Clock clock) {
    this.s3 = s3;
    this.bucket = bucket;
    this.key = key;
    this.clock = clock;
  }

  /** What stands there. */
  private record Held(Instant at, String words, String tag) {}

  /**
   * Holds a lock until it is closed.
   *
   * @throws Shelf.Taken when somebody else does
   * @throws SdkException when the service cannot be asked
   */
  static BucketLock hold(S3Client s3, String bucket, String key, Clock clock) throws Shelf.Taken {
    BucketLock lock = new BucketLock(s3, bucket, key, clock);
    if (!lock.write(put -> put.ifNoneMatch("*"))) {
      Held held = lock.held().orElseThrow(() -> new Shelf.Taken("just now"));
      boolean stale = held.at().plus(UNTIL_STALE).isBefore(clock.instant());
      if (!stale || !lock.write(put -> put.ifMatch(held.tag()))) {
        throw new Shelf.Taken("heard of last at " + held.at());
      }
    }
    lock.beats.scheduleWithFixedDelay(
        lock::beat, BETWEEN_BEATS_MINUTES, BETWEEN_BEATS_MINUTES, TimeUnit.MINUTES);
    return lock;
  }

  void beat() {
    try {
      if (!write(put -> put.ifMatch(tag))) {
        LOG.warn("{} in {} was taken over", key, bucket);
        beats.shutdown();
      }
    } catch (SdkException away) {
      LOG.warn("{} in {} cannot be held on to just now: {}", key, bucket, away.getMessage());
    }
  }

  /** Whether it could be written on that condition. */
  private boolean write(Consumer<PutObjectRequest.Builder> condition) {
    PutObjectRequest.Builder put = PutObjectRequest.builder().bucket(bucket).key(key);
    condition.accept(put);
    String words = clock.instant() + " " + ours;
    try {
      tag = s3.putObject(put.build(), RequestBody.fromString(words)).eTag();
      return true;
    } catch (AwsServiceException refused) {
      int status = refused.statusCode();
      if (status == NOT_AS_IT_WAS || status == AT_THE_SAME_TIME || status == NOT_THERE) {
        return stands(words);
      }
      throw refused;
    } catch (SdkClientException cutOff) {
      // Whether it was done is not known; a service may also hang up on whom it refuses.
      if (held().isEmpty()) {
        throw cutOff;
      }
      return stands(words);
    }
  }

  /** Whether it was written all the same: an answer was lost, and the second try refused. */
  private boolean stands(String words) {
    Optional<Held> there = held().filter(held -> held.words().equals(words));
    there.ifPresent(held -> tag = held.tag());
    return there.isPresent();
  }

  private Optional<Held> held() {
    try {
      ResponseBytes<GetObjectResponse> there =
          s3.getObjectAsBytes(get -> get.bucket(bucket).key(key));
      String words = there.asUtf8String();
      return Optional.of(new Held(moment(words), words, there.response().eTag()));
    } catch (AwsServiceException refused) {
      if (refused.statusCode() == NOT_THERE) {
        return Optional.empty();
      }
      throw refused;
    }
  }

  private static Instant moment(String words) {
    try {
      return Instant.parse(words.split(" ")[0]);
    } catch (DateTimeException unreadable) {
      return Instant.EPOCH;
    }
  }

  /** Lets go of it, where it is ours still; what cannot be let go of is stale in an hour. */
  @Override
  public void close() {
    beats.shutdown();
    try {
      if (!beats.awaitTermination(LAST_BEAT_SECONDS, TimeUnit.SECONDS)) {
        return;
      }
      if (held().filter(held -> held.tag().equals(tag)).isPresent()) {
        s3.deleteObject(delete -> delete.bucket(bucket).key(key));
      }
    } catch (SdkException away) {
      LOG.warn("{} in {} could not be let go of: {}", key, bucket, away.getMessage());
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }
}
