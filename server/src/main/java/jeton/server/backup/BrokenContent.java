package jeton.server.backup;

import java.io.IOException;

/** Octets that are not what their name says. */
final class BrokenContent extends IOException {
  private static final long serialVersionUID = 1L;
  private final String name;

  /**
   * One that was read.
   *
   * @param name the SHA-256 that it should have, in lower-case hex
   */
  BrokenContent(String name) {
    super("the content " + name + " is not what it was");
    this.name = name;
  }

  String name() {
    return name;
  }
}
