package jeton.harness;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import software.amazon.awssdk.auth.credentials.AwsBasicCredentials;
import software.amazon.awssdk.auth.credentials.StaticCredentialsProvider;
import software.amazon.awssdk.regions.Region;
import software.amazon.awssdk.services.s3.S3Client;

/** An S3 service in a process of its own, which forgets all when it ends. */
public final class S3Service implements AutoCloseable {
  private static final String KEY = "quire";
  private static final String SECRET = "marbled-paper";
  private static final Path LIB = Path.of("../standins/s3/target/lib");
  private static final String QUIET = "<configuration><root level=\"WARN\"/></configuration>";

  private final int port;
  private final Process process;

  /**
   * Starts one.
   *
   * @param folder for its settings and what it says
   */
  public S3Service(Path folder) throws IOException {
    if (!Files.isDirectory(LIB)) {
      throw new AssertionError(LIB + " is missing: build standins/s3 first");
    }
    port = Ports.free();
    Files.createDirectories(folder);
    Path settings =
        Files.writeString(
            folder.resolve("s3.properties"),
            """
            s3proxy.endpoint=%s
            s3proxy.authorization=aws-v2-or-v4
            s3proxy.identity=%2$s
            s3proxy.credential=%3$s
            jclouds.provider=transient-nio2
            jclouds.identity=%2$s
            jclouds.credential=%3$s
            """
                .formatted(endpoint(), KEY, SECRET));
    Files.writeString(folder.resolve("logback.xml"), QUIET);
    process =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                folder.toAbsolutePath() + ":" + LIB.toAbsolutePath() + "/*",
                "org.gaul.s3proxy.Main",
                "--properties",
                settings.toString())
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("s3.log").toFile())
            .start();
    Awaiting.until(this::answers);
  }

  private boolean answers() {
    if (!process.isAlive()) {
      throw new AssertionError("The S3 service ended");
    }
    try (Socket socket = new Socket()) {
      socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 1000);
      return true;
    } catch (IOException notYet) {
      return false;
    }
  }

  private String endpoint() {
    return "http://127.0.0.1:" + port;
  }

  /** What makes a server or a command use it. */
  public Map<String, String> environment() {
    return Map.of("JETON_S3_ENDPOINT", endpoint(), "JETON_S3_KEY", KEY, "JETON_S3_SECRET", SECRET);
  }

  /** A new bucket, empty. */
  public S3Service withBuckets(String... names) {
    try (S3Client client =
        S3Client.builder()
            .endpointOverride(URI.create(endpoint()))
            .region(Region.US_EAST_1)
            .forcePathStyle(true)
            .credentialsProvider(
                StaticCredentialsProvider.create(AwsBasicCredentials.create(KEY, SECRET)))
            .build()) {
      List.of(names).forEach(name -> client.createBucket(of -> of.bucket(name)));
    }
    return this;
  }

  @Override
  public void close() {
    process.destroyForcibly();
    try {
      process.waitFor();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new UncheckedIOException(new IOException(stopped));
    }
  }
}
