package jeton.drill;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import jeton.harness.Http;

/** nginx in front of instances, by the settings that docs/run shows (e2e/front.sh). */
final class Front implements AutoCloseable {
  private static final Path SCRIPT =
      Path.of(System.getProperty("jeton.drill.root", ".")).resolve("e2e/front.sh");

  private final int port;
  private final Process process;

  /**
   * @param folder where it puts what it needs
   * @param port where it listens
   * @param instances where they listen
   */
  Front(Path folder, int port, List<Integer> instances) throws IOException {
    this.port = port;
    List<String> command =
        new ArrayList<>(
            List.of("bash", SCRIPT.toString(), folder.toString(), String.valueOf(port)));
    instances.forEach(instance -> command.add(String.valueOf(instance)));
    process = new ProcessBuilder(command).inheritIO().start();
  }

  /** Where visitors come. */
  String address() {
    return "http://127.0.0.1:" + port;
  }

  /** A visitor. */
  Http visitor() {
    return new Http(address());
  }

  @Override
  public void close() {
    process.destroy();
  }
}
