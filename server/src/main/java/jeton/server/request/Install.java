package jeton.server.request;

import jeton.server.business.PublicUrl;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How this install stands on its machine, as far as that can be unwise. */
@Component
public class Install {
  private final PublicUrl publicUrl;
  private final String address;
  private volatile boolean unnamedProxy;

  Install(PublicUrl publicUrl, @Value("${server.address:}") String address) {
    this.publicUrl = publicUrl;
    this.address = address;
  }

  /** Whether visitors reach us by an encrypted line. */
  public boolean isEncrypted() {
    return publicUrl.of("/").startsWith("https://");
  }

  /** Whether anybody who reaches this machine reaches us, past whatever stands in front. */
  public boolean listensToAll() {
    return address.isEmpty() || address.equals("0.0.0.0") || address.equals("::");
  }

  /** Whether somebody said for whom they ask, and was not believed. */
  public boolean hasUnnamedProxy() {
    return unnamedProxy;
  }

  void seenUnnamedProxy() {
    unnamedProxy = true;
  }
}
