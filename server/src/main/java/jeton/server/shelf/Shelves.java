package jeton.server.shelf;

import java.net.URI;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import jeton.core.upkeep.ShelfAddress;
import org.springframework.stereotype.Component;
import software.amazon.awssdk.auth.credentials.AnonymousCredentialsProvider;
import software.amazon.awssdk.auth.credentials.AwsBasicCredentials;
import software.amazon.awssdk.auth.credentials.AwsCredentialsProvider;
import software.amazon.awssdk.auth.credentials.StaticCredentialsProvider;
import software.amazon.awssdk.core.checksums.RequestChecksumCalculation;
import software.amazon.awssdk.core.checksums.ResponseChecksumValidation;
import software.amazon.awssdk.http.apache.ApacheHttpClient;
import software.amazon.awssdk.regions.Region;
import software.amazon.awssdk.services.s3.S3Client;
import software.amazon.awssdk.services.s3.S3ClientBuilder;

/** Shelves by their address. */
@Component
public class Shelves {
  private static final Duration TO_CONNECT = Duration.ofSeconds(5);
  private static final Duration SILENT = Duration.ofSeconds(60);
  private static final int PIECE = 16 << 20;

  private final S3Settings settings;
  private final Clock clock;

  Shelves(S3Settings settings, Clock clock) {
    this.settings = settings;
    this.clock = clock;
  }

  /** For commands: by the environment, as {@code serve} is configured by it. */
  public static Shelves of(Map<String, String> environment) {
    return new Shelves(S3Settings.of(environment), Clock.systemUTC());
  }

  /**
   * The one at an address; whether anything is there is asked by {@link Shelf#open}.
   *
   * @throws IllegalArgumentException when the address names no place
   */
  public Shelf at(String address) {
    if (!ShelfAddress.isOne(address)) {
      throw new IllegalArgumentException(
          address + " is neither a whole path nor s3://bucket/prefix");
    }
    return ShelfAddress.bucket(address)
        .<Shelf>map(bucket -> new BucketShelf(bucket, client(settings), PIECE, clock))
        .orElseGet(() -> new FolderShelf(Path.of(address).normalize()));
  }

  static S3Client client(S3Settings settings) {
    AwsCredentialsProvider who =
        settings.key().isEmpty()
            ? AnonymousCredentialsProvider.create()
            : StaticCredentialsProvider.create(
                AwsBasicCredentials.create(settings.key(), settings.secret()));
    S3ClientBuilder builder =
        S3Client.builder()
            .region(Region.of(settings.region()))
            .credentialsProvider(who)
            .httpClientBuilder(
                ApacheHttpClient.builder().connectionTimeout(TO_CONNECT).socketTimeout(SILENT))
            // Checksums beyond the signature's are not known to every service; ours are by content.
            .requestChecksumCalculation(RequestChecksumCalculation.WHEN_REQUIRED)
            .responseChecksumValidation(ResponseChecksumValidation.WHEN_REQUIRED)
            .forcePathStyle(!settings.endpoint().isEmpty());
    if (!settings.endpoint().isEmpty()) {
      builder.endpointOverride(URI.create(settings.endpoint()));
    }
    return builder.build();
  }
}
