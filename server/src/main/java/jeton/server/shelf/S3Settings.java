package jeton.server.shelf;

import java.util.Map;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * The S3 service that addresses such as {@code s3://bucket/prefix} are of, as the environment says
 * (docs/commands.md).
 *
 * @param endpoint its address; empty: that of the region
 * @param region as the service names it
 * @param key who asks
 * @param secret what requests are signed with
 */
@ConfigurationProperties("jeton.s3")
public record S3Settings(
    @DefaultValue("") String endpoint,
    @DefaultValue("us-east-1") String region,
    @DefaultValue("") String key,
    @DefaultValue("") String secret) {

  /** By the environment, as {@code serve} is configured by it. */
  public static S3Settings of(Map<String, String> environment) {
    String region = environment.getOrDefault("JETON_S3_REGION", "");
    return new S3Settings(
        environment.getOrDefault("JETON_S3_ENDPOINT", ""),
        region.isEmpty() ? "us-east-1" : region,
        environment.getOrDefault("JETON_S3_KEY", ""),
        environment.getOrDefault("JETON_S3_SECRET", ""));
  }
}
