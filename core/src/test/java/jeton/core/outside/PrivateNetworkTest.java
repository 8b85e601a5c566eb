package jeton.core.outside;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.InetAddress;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Which addresses lead out, and which back in. */
class PrivateNetworkTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "127.0.0.1",
        "10.1.2.3",
        "172.16.0.1",
        "172.31.255.255",
        "192.168.0.1",
        "169.254.169.254",
        "100.64.0.1",
        "100.127.255.255",
        "0.0.0.0",
        "224.0.0.1",
        "255.255.255.255",
        "198.19.0.1",
        "::1",
        "::",
        "fe80::1",
        "fd00::1",
        "ff02::1",
        "::ffff:127.0.0.1",
        "::7f00:1",
        "64:ff9b::10.0.0.1",
        "2002:7f00:1::"
      })
  void leadsIn(String address) throws Exception {
    assertThat(PrivateNetwork.holds(InetAddress.getByName(address))).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "93.184.215.14",
        "100.63.255.255",
        "100.128.0.0",
        "172.15.255.255",
        "172.32.0.0",
        "198.17.255.255",
        "2606:2800:21f:cb07::1",
        "64:ff9b::93.184.215.14",
        "2002:5db8:d70e::"
      })
  void leadsOut(String address) throws Exception {
    assertThat(PrivateNetwork.holds(InetAddress.getByName(address))).isFalse();
  }
}
