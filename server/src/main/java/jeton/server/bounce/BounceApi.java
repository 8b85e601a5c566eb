package jeton.server.bounce;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.Optional;
import jeton.server.business.PublicUrl;
import jeton.server.problem.Refused;
import jeton.server.request.BodyLimit;
import jeton.server.token.Tokens;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/**
 * {@code POST /api/bounces}: a mail server hands over what comes back, with the key of Setup. It
 * has no session, so the key alone lets it in.
 */
@RestController
class BounceApi {
  private static final int MOST_OCTETS = 2_000_000;
  private final Bounces bounces;
  private final BounceFolder folder;
  private final Tokens tokens;
  private final PublicUrl publicUrl;

  BounceApi(Bounces bounces, BounceFolder folder, Tokens tokens, PublicUrl publicUrl) {
    this.bounces = bounces;
    this.folder = folder;
    this.tokens = tokens;
    this.publicUrl = publicUrl;
  }

  /**
   * How mails that come back get here.
   *
   * @param address to post them to
   * @param key for the header {@code Authorization: Bearer}
   * @param folder watched on this machine
   */
  record BounceWays(String address, String key, String folder) {}

  @GetMapping("/api/mail/bounces")
  BounceWays ways() {
    return new BounceWays(publicUrl.of("/api/bounces"), key(), folder.folder().toString());
  }

  /** Makes the key anew; whoever uses the old one is refused from now on. */
  @PostMapping("/api/mail/bounces/key")
  BounceWays renewKey() {
    tokens.renewHandedOutKey("bounces");
    return ways();
  }

  /** A mail that comes back is larger than a form; only whoever has the key may send one. */
  @Component
  static class Limit implements BodyLimit {
    private static final Most MOST = new Most(MOST_OCTETS, 0, Duration.ofSeconds(30));
    private final Tokens tokens;

    Limit(Tokens tokens) {
      this.tokens = tokens;
    }

    @Override
    public Optional<Most> of(HttpServletRequest request) {
      return request.getRequestURI().equals("/api/bounces")
              && isKey(tokens, request.getHeader("Authorization"))
          ? Optional.of(MOST)
          : Optional.empty();
    }
  }

  private static boolean isKey(Tokens tokens, String authorization) {
    byte[] given = String.valueOf(authorization).getBytes(StandardCharsets.UTF_8);
    byte[] wanted = ("Bearer " + tokens.handedOutKey("bounces")).getBytes(StandardCharsets.UTF_8);
    return MessageDigest.isEqual(given, wanted);
  }

  @PostMapping("/api/bounces")
  ResponseEntity<Bounces.Taken> take(
      @RequestHeader(name = "Authorization", defaultValue = "") String authorization,
      HttpServletRequest request)
      throws IOException {
    if (!isKey(tokens, authorization)) {
      return ResponseEntity.status(HttpStatus.UNAUTHORIZED).build();
    }
    byte[] mail = request.getInputStream().readNBytes(MOST_OCTETS + 1);
    if (mail.length > MOST_OCTETS) {
      throw new Refused("", "too_large", "A mail that comes back can have up to 2 MB.");
    }
    return ResponseEntity.ok(bounces.take(mail));
  }

  private String key() {
    return tokens.handedOutKey("bounces");
  }
}
