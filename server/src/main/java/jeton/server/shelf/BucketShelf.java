package jeton.server.shelf;

import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import java.util.concurrent.Callable;
import java.util.function.Supplier;
import jeton.core.upkeep.ShelfAddress;
import software.amazon.awssdk.awscore.exception.AwsServiceException;
import software.amazon.awssdk.core.exception.SdkException;
import software.amazon.awssdk.core.sync.RequestBody;
import software.amazon.awssdk.http.Abortable;
import software.amazon.awssdk.services.s3.S3Client;
import software.amazon.awssdk.services.s3.model.CommonPrefix;
import software.amazon.awssdk.services.s3.model.CompletedPart;
import software.amazon.awssdk.services.s3.model.GetObjectRequest;
import software.amazon.awssdk.services.s3.model.ListObjectsV2Request;
import software.amazon.awssdk.services.s3.model.PutObjectRequest;
import software.amazon.awssdk.services.s3.model.S3Object;

/**
 * What begins with a prefix in a bucket of an S3 service. The client asks again by itself, twice,
 * when the service does not answer.
 */
final class BucketShelf implements Shelf {
  private static final int NOT_THERE = 404;

  private final ShelfAddress.Bucket place;
  private final String prefix;
  private final S3Client s3;
  private final int piece;
  private final Clock clock;

  /**
   * A shelf.
   *
   * @param piece octets that are sent at once, 5 MB or more; a service takes no more than 5 GB
   */
  BucketShelf(ShelfAddress.Bucket place, S3Client s3, int piece, Clock clock) {
    this.place = place;
    this.s3 = s3;
    this.piece = piece;
    this.clock = clock;
    prefix = place.prefix().isEmpty() ? "" : place.prefix() + "/";
  }

  @Override
  public String address() {
    return place.toString();
  }

  @Override
  public void open() throws IOException {
    String trial = "jeton-was-here";
    asked(() -> s3.putObject(to(trial).build(), RequestBody.empty()));
    remove(trial);
  }

  @Override
  public boolean isEmpty() throws IOException {
    return !asked(() -> s3.listObjectsV2(all(prefix).maxKeys(1).build())).hasContents();
  }

  @Override
  public List<String> folders() throws IOException {
    return asked(
        () ->
            s3.listObjectsV2Paginator(all(prefix).delimiter("/").build()).commonPrefixes().stream()
                .map(CommonPrefix::prefix)
                .map(key -> key.substring(prefix.length(), key.length() - 1))
                .toList());
  }

  @Override
  public List<String> names(String below) throws IOException {
    String from = below.isEmpty() ? prefix : prefix + below + "/";
    return asked(
        () ->
            s3.listObjectsV2Paginator(all(from).build()).contents().stream()
                .map(S3Object::key)
                .map(key -> key.substring(prefix.length()))
                .toList());
  }

  private ListObjectsV2Request.Builder all(String from) {
    return ListObjectsV2Request.builder().bucket(place.name()).prefix(from);
  }

  @Override
  public OptionalLong size(String name) throws IOException {
    try {
      return OptionalLong.of(
          asked(() -> s3.headObject(of -> of.bucket(place.name()).key(prefix + name)))
              .contentLength());
    } catch (NoSuchFileException none) {
      return OptionalLong.empty();
    }
  }

  @Override
  public Path draft() throws IOException {
    return Files.createTempFile("jeton-", ".part");
  }

  @Override
  public void put(String name, Path file) throws IOException {
    if (Files.size(file) <= piece) {
      asked(() -> s3.putObject(to(name).build(), file));
    } else {
      putInPieces(prefix + name, file);
    }
  }

  private PutObjectRequest.Builder to(String name) {
    return PutObjectRequest.builder().bucket(place.name()).key(prefix + name);
  }

  /** So that a piece that is lost on the way is sent again alone. */
  private void putInPieces(String key, Path file) throws IOException {
    String bucket = place.name();
    String id = asked(() -> s3.createMultipartUpload(of -> of.bucket(bucket).key(key)).uploadId());
    try (InputStream octets = Files.newInputStream(file)) {
      List<CompletedPart> parts = new ArrayList<>();
      for (byte[] next = octets.readNBytes(piece);
          next.length > 0;
          next = octets.readNBytes(piece)) {
        parts.add(part(key, id, parts.size() + 1, next));
      }
      asked(
          () ->
              s3.completeMultipartUpload(
                  of ->
                      of.bucket(bucket)
                          .key(key)
                          .uploadId(id)
                          .multipartUpload(whole -> whole.parts(parts))));
    } catch (IOException broken) {
      asked(() -> s3.abortMultipartUpload(of -> of.bucket(bucket).key(key).uploadId(id)));
      throw broken;
    }
  }

  private CompletedPart part(String key, String id, int number, byte[] octets) throws IOException {
    RequestBody body =
        RequestBody.fromContentProvider(
            () -> new ByteArrayInputStream(octets), octets.length, "application/octet-stream");
    String tag =
        asked(
            () ->
                s3.uploadPart(
                        of -> of.bucket(place.name()).key(key).uploadId(id).partNumber(number),
                        body)
                    .eTag());
    return CompletedPart.builder().partNumber(number).eTag(tag).build();
  }

  @Override
  public InputStream read(String name, long first) throws IOException {
    GetObjectRequest.Builder of =
        GetObjectRequest.builder().bucket(place.name()).key(prefix + name);
    if (first > 0) {
      of.range("bytes=" + first + "-");
    }
    return asked(() -> new Octets(s3.getObject(of.build())));
  }

  /** Closed before its end, it breaks off: the client would fetch all the rest for nothing. */
  private static final class Octets extends FilterInputStream {
    private final Abortable answer;
    private boolean ended;

    <A extends InputStream & Abortable> Octets(A answer) {
      super(answer);
      this.answer = answer;
    }

    @Override
    public int read() throws IOException {
      int next = super.read();
      ended = ended || next < 0;
      return next;
    }

    @Override
    public int read(byte[] into, int at, int length) throws IOException {
      int n = super.read(into, at, length);
      ended = ended || n < 0;
      return n;
    }

    @Override
    public void close() throws IOException {
      if (!ended) {
        answer.abort();
      }
      super.close();
    }
  }

  @Override
  public void remove(String name) throws IOException {
    asked(() -> s3.deleteObject(of -> of.bucket(place.name()).key(prefix + name)));
  }

  @Override
  public void removeAll(String below) throws IOException {
    for (String name : names(below)) {
      remove(name);
    }
  }

  @Override
  public <T> T alone(String lock, Supplier<T> work) throws IOException {
    try (BucketLock held = hold(lock)) {
      return work.get();
    }
  }

  private BucketLock hold(String lock) throws IOException {
    try {
      return BucketLock.hold(s3, place.name(), prefix + lock, clock);
    } catch (SdkException away) {
      throw trouble(away);
    }
  }

  private <T> T asked(Callable<T> question) throws IOException {
    try {
      return question.call();
    } catch (AwsServiceException refused) {
      if (refused.statusCode() == NOT_THERE && !code(refused).equals("NoSuchBucket")) {
        throw new NoSuchFileException(address());
      }
      throw trouble(refused);
    } catch (SdkException | UncheckedIOException away) {
      throw trouble(away);
    } catch (Exception never) {
      throw new IllegalStateException(never);
    }
  }

  private static String code(AwsServiceException refused) {
    return refused.awsErrorDetails() == null ? "" : refused.awsErrorDetails().errorCode();
  }

  private IOException trouble(Exception why) {
    String said =
        why instanceof AwsServiceException refused
            ? (code(refused) + " " + refused.statusCode()).strip()
            : why.getMessage();
    return new IOException("the S3 service would not, for " + address() + ": " + said, why);
  }

  @Override
  public void close() {
    s3.close();
  }
}
