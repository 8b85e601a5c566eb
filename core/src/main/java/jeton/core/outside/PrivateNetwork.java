package jeton.core.outside;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.List;
import java.util.stream.Stream;

/**
 * Networks that are not of the public internet, by IANA's special-purpose registries (RFC 6890): an
 * address somebody typed must not make us ask our own neighbours (H1).
 */
public final class PrivateNetwork {
  private static final List<Block> BLOCKS =
      Stream.of(
              "0.0.0.0/8",
              "10.0.0.0/8",
              "100.64.0.0/10",
              "127.0.0.0/8",
              "169.254.0.0/16",
              "172.16.0.0/12",
              "192.0.0.0/24",
              "192.168.0.0/16",
              "198.18.0.0/15",
              "224.0.0.0/3",
              "::/127",
              "fc00::/7",
              "fe80::/10",
              "fec0::/10",
              "ff00::/8")
          .map(Block::parse)
          .toList();

  // Addresses of the sixth version with one of the fourth inside, and where in them it stands.
  private static final List<Block> MAPPED =
      Stream.of("::/96", "64:ff9b::/96", "64:ff9b:1::/48").map(Block::parse).toList();
  private static final Block SIX_TO_FOUR = Block.parse("2002::/16");
  private static final int LAST_FOUR = 12;
  private static final int V4 = 4;

  private PrivateNetwork() {}

  /** Whether an address leads into one. */
  public static boolean holds(InetAddress address) {
    return holds(address.getAddress());
  }

  private static boolean holds(byte[] octets) {
    if (BLOCKS.stream().anyMatch(block -> block.holds(octets))) {
      return true;
    }
    if (MAPPED.stream().anyMatch(block -> block.holds(octets))) {
      return holds(part(octets, LAST_FOUR));
    }
    return SIX_TO_FOUR.holds(octets) && holds(part(octets, 2));
  }

  private static byte[] part(byte[] octets, int from) {
    byte[] part = new byte[V4];
    System.arraycopy(octets, from, part, 0, V4);
    return part;
  }

  private record Block(byte[] first, int bits) {
    static Block parse(String words) {
      int slash = words.indexOf('/');
      try {
        return new Block(
            InetAddress.getByName(words.substring(0, slash)).getAddress(),
            Integer.parseInt(words.substring(slash + 1)));
      } catch (UnknownHostException cannotBe) {
        throw new IllegalStateException(cannotBe);
      }
    }

    boolean holds(byte[] octets) {
      if (octets.length != first.length) {
        return false;
      }
      for (int bit = 0; bit < bits; bit++) {
        int mask = 0x80 >> (bit % Byte.SIZE);
        if ((octets[bit / Byte.SIZE] & mask) != (first[bit / Byte.SIZE] & mask)) {
          return false;
        }
      }
      return true;
    }
  }
}
