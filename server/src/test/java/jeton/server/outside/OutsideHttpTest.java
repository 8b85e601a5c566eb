package jeton.server.outside;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.time.Duration;
import java.util.Map;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import jeton.standins.hookreceiver.HookReceiver;
import org.apache.hc.client5.http.DnsResolver;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Programs elsewhere that hang, send on, talk without end, or are not who they say (H1). */
class OutsideHttpTest {
  private final HookReceiver receiver = HookReceiver.start(0);
  private final OutsideHttp http =
      new OutsideHttp(new PublicPlaces(true, new Names("127.0.0.1")), Duration.ofSeconds(1));

  /** Every name leads there, one address after the other. */
  private static final class Names implements DnsResolver {
    private final String[] addresses;
    private int asked;

    Names(String... addresses) {
      this.addresses = addresses;
    }

    @Override
    public InetAddress[] resolve(String host) throws UnknownHostException {
      return new InetAddress[] {
        InetAddress.getByName(addresses[Math.min(asked++, addresses.length - 1)])
      };
    }

    @Override
    public String resolveCanonicalHostname(String host) {
      return host;
    }
  }

  @AfterEach
  void close() {
    receiver.close();
  }

  private OutsideHttp.Answer post() {
    return http.post(URI.create(receiver.address()), Map.of("webhook-id", "msg_1"), "{}");
  }

  @Test
  void whatIsTaken_andWhatIsNot() {
    assertThat(post().isTaken()).isTrue();
    receiver.behave(HookReceiver.Conduct.answering(500));
    assertThat(post()).isEqualTo(new OutsideHttp.Answer(500, "Not now.", ""));
  }

  @Test
  void whoHangs_isNotWaitedFor() {
    receiver.behave(new HookReceiver.Conduct(200, Duration.ofSeconds(3), "", 0));
    assertThat(post()).isEqualTo(new OutsideHttp.Answer(0, "No answer within 1 seconds.", ""));
  }

  @Test
  void whoSendsOn_isNotFollowed() {
    receiver.behave(new HookReceiver.Conduct(302, Duration.ZERO, receiver.origin() + "/told", 0));
    assertThat(post().status()).isEqualTo(302);
    assertThat(receiver.received()).hasSize(1);
  }

  @Test
  void whoTalksWithoutEnd_isHeardToTheBeginning() {
    receiver.behave(new HookReceiver.Conduct(200, Duration.ZERO, "", 1_000));
    OutsideHttp.Answer answer = post();
    assertThat(answer.status()).isEqualTo(200);
    assertThat(answer.said()).hasSize(2_000);
  }

  @Test
  void aNameThatLeadsInside_isRefused_atOnceAndLater() throws Exception {
    PublicPlaces places = new PublicPlaces(false, new Names("93.184.215.14", "127.0.0.1"));
    URI url = URI.create(receiver.address().replace("127.0.0.1", "shop.example"));
    places.check(url);
    OutsideHttp later = new OutsideHttp(places, Duration.ofSeconds(1));
    assertThat(later.post(url, Map.of(), "{}"))
        .as("it led elsewhere when it was saved")
        .isEqualTo(new OutsideHttp.Answer(0, "shop.example leads into a private network.", ""));
    assertThat(receiver.received()).isEmpty();
    assertThatThrownBy(() -> places.check(url)).isInstanceOf(PublicPlaces.Private.class);
  }

  @Test
  void nobodyThere_isToldInWords() {
    receiver.close();
    assertThat(post().said()).startsWith("It cannot be reached: ");
    OutsideHttp nowhere =
        new OutsideHttp(
            new PublicPlaces(
                true,
                new DnsResolver() {
                  @Override
                  public InetAddress[] resolve(String host) throws UnknownHostException {
                    throw new UnknownHostException(host);
                  }

                  @Override
                  public String resolveCanonicalHostname(String host) {
                    return host;
                  }
                }),
            Duration.ofSeconds(1));
    assertThat(nowhere.post(URI.create("http://nowhere.example/"), Map.of(), "{}").said())
        .isEqualTo("There is no site of that name.");
  }

  @Test
  void aCertificateOfNobodys_isNotTrusted(@TempDir Path folder) throws Exception {
    Path store = folder.resolve("keys.p12");
    Process made =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "keytool").toString(),
                "-genkeypair",
                "-keyalg",
                "EC",
                "-alias",
                "receiver",
                "-dname",
                "CN=shop.example",
                "-storepass",
                "changeit",
                "-keystore",
                store.toString())
            .redirectErrorStream(true)
            .start();
    assertThat(made.waitFor()).as(new String(made.getInputStream().readAllBytes())).isZero();
    HttpsServer own =
        HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    own.setHttpsConfigurator(new HttpsConfigurator(context(store)));
    own.createContext("/", exchange -> exchange.sendResponseHeaders(200, -1));
    own.start();
    try {
      OutsideHttp.Answer answer =
          http.post(
              URI.create("https://shop.example:" + own.getAddress().getPort()), Map.of(), "{}");
      assertThat(answer.said()).startsWith("Its certificate is not to be trusted");
    } finally {
      own.stop(0);
    }
  }

  private static SSLContext context(Path store) throws Exception {
    KeyStore keys = KeyStore.getInstance("PKCS12");
    try (InputStream in = Files.newInputStream(store)) {
      keys.load(in, "changeit".toCharArray());
    }
    KeyManagerFactory factory =
        KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    factory.init(keys, "changeit".toCharArray());
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(factory.getKeyManagers(), null, null);
    return context;
  }
}
