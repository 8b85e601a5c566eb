package jeton.core.signup;

import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.regex.Pattern;

/** Where a request came from, shortened before it is kept as evidence (rule S10). */
public final class RequestOrigin {
  private static final Pattern DIGITS =
      Pattern.compile("[0-9.]{7,15}|[0-9a-fA-F:.]*:[0-9a-fA-F:.]*");

  private RequestOrigin() {}

  /**
   * The network an IP address belongs to: /24 of IPv4, /48 of IPv6, in CIDR form; "unknown" for
   * anything that is not an IP address in digits. Never looks a name up.
   */
  public static String network(String ip) {
    if (!DIGITS.matcher(ip).matches()) {
      return "unknown";
    }
    try {
      InetAddress address = InetAddress.getByName(ip);
      int kept = address instanceof Inet4Address ? 3 : 6;
      byte[] bytes = address.getAddress();
      Arrays.fill(bytes, kept, bytes.length, (byte) 0);
      return InetAddress.getByAddress(bytes).getHostAddress() + (kept == 3 ? "/24" : "/48");
    } catch (UnknownHostException notAnAddress) {
      return "unknown";
    }
  }
}
