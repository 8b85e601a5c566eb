package jeton.server.incentive;

import java.io.IOException;
import java.nio.file.Path;
import jeton.drill.Nodes;
import jeton.harness.ChildServer;
import org.junit.jupiter.api.AfterAll;

/**
 * Two processes, each with a node of a replicated database of its own, give codes and prizes at the
 * same time.
 */
class GivingRivalsClusterDrill extends GivingRivalsTest {
  private Nodes nodes;

  @Override
  ChildServer servers(Path home) throws IOException {
    nodes = Nodes.make();
    return new ChildServer(home, Nodes.url(1), Nodes.USER, Nodes.USER);
  }

  @Override
  void beforeTheOther(ChildServer servers) {
    servers.reachDatabaseBy(Nodes.url(2));
  }

  @AfterAll
  void stopNodes() {
    nodes.close();
  }
}
