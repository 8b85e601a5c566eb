package jeton.drill;

import static jeton.harness.TestServer.OWNER;
import static jeton.harness.TestServer.PASSWORD;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.Ports;
import jeton.harness.SampleOffer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Two instances behind a proxy on three nodes of a replicated database, under load: an instance is
 * killed, a node is killed, a node is cut off; each comes back without a hand.
 */
class ClusterDrill {
  @TempDir Path folder;

  @Test
  void nothingThatWasAcknowledgedIsLost_andNobodyIsWrittenToTwice() throws Exception {
    Path home = Files.createDirectories(folder.resolve("home"));
    List<Integer> ports = List.of(Ports.free(), Ports.free());
    try (Nodes nodes = Nodes.make();
        ChildServer server = new ChildServer(home, Nodes.url(1), Nodes.USER, Nodes.USER);
        Front front = new Front(folder.resolve("front"), Ports.free(), ports)) {
      server.withEnvironment(
          Map.of("JETON_PUBLIC_URL", front.address(), "JETON_PROXIES", "127.0.0.1/32"));
      server.listenAt(ports.get(0));
      server.start();
      Http one = at(server, 0, ports);
      String form = "/p/forms/" + server.makeOffer(one.signIn(OWNER, PASSWORD)) + "/signups";
      server.reachDatabaseBy(Nodes.url(2));
      server.listenAt(ports.get(1));
      server.start();
      sentTwiceAtBoth(server, form, one, at(server, 1, ports));

      Http visitor = front.visitor();
      List<String> people;
      try (Load load = new Load(2, form, () -> visitor)) {
        Machine.pause(8);
        report("all is well", load);
        server.kill(1);
        Machine.pause(5);
        report("an instance was killed", load);
        server.start();
        server.visitor(2);
        Machine.pause(5);
        report("it is back", load);
        nodes.tell("kill", "1");
        Machine.pause(10);
        report("node 1 was killed", load);
        nodes.tell("start", "1");
        Machine.pause(5);
        report("node 1 is back", load);
        // From the others and from its instance, which gets no answer from there any more.
        nodes.tell("cut", "2");
        Machine.pause(25);
        report("node 2 was cut off", load);
        nodes.tell("mend", "2");
        Machine.pause(15);
        report("node 2 is back", load);
        assertThat(nodes.tell("size", "1")).isEqualTo("3");
        load.close();
        people = load.acknowledged();
      }
      awaitSent(server);
      for (int node = 1; node <= Nodes.MANY; node++) {
        assertThat(
                Nodes.number(
                    node, "SELECT COUNT(*) FROM sign_up s JOIN person p ON p.id = s.person_id"))
            .as("node " + node)
            .isGreaterThanOrEqualTo(people.size());
      }
      assertThat(signedUpOnce(server, people)).as("each is there, once").isEqualTo(people.size());
      Map<Long, Long> emails = Load.emailsByAddress(server.mailbox, people);
      System.out.printf("drill cluster: emails each got, and how many people: %s%n", emails);
      assertThat(emails).as("nobody was forgotten").doesNotContainKey(0L);
      long twice = people.size() - emails.getOrDefault(1L, 0L);
      // What was on its way when a process or its node went: a batch of each worker at most.
      assertThat(twice).isLessThanOrEqualTo(100);
    }
  }

  /** One of the instances, past the proxy, once it is ready. */
  private static Http at(ChildServer server, int process, List<Integer> ports) {
    server.visitor(process);
    return new Http("http://127.0.0.1:" + ports.get(process));
  }

  private static void report(String what, Load load) {
    System.out.printf(
        "drill cluster: %-24s %5d acknowledged, %4d turned away so far%n",
        what, load.acknowledged().size(), load.refused());
  }

  private static void awaitSent(ChildServer server) {
    long waiting = waiting(server);
    while (waiting > 0) {
      System.out.printf("drill cluster: %d emails wait still%n", waiting);
      Machine.pause(10);
      long before = waiting;
      waiting = waiting(server);
      assertThat(waiting).as("sending goes on").isLessThan(before);
    }
  }

  private static long waiting(ChildServer server) {
    return server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL");
  }

  private static long signedUpOnce(ChildServer server, List<String> people) {
    long once = 0;
    for (int from = 0; from < people.size(); from += 1_000) {
      List<String> some = people.subList(from, Math.min(people.size(), from + 1_000));
      once +=
          server.number(
              "SELECT COUNT(*) FROM (SELECT p.id FROM person p JOIN sign_up s ON s.person_id = p.id"
                  + " WHERE p.email IN ('"
                  + String.join("','", some)
                  + "') GROUP BY p.id HAVING COUNT(*) = 1) once");
    }
    return once;
  }

  /** S9 over nodes: one submission that comes in at both instances at once is one sign-up. */
  private static void sentTwiceAtBoth(ChildServer server, String form, Http first, Http second) {
    for (int i = 0; i < 20; i++) {
      String email = SampleOffer.newAddress();
      Map<String, String> fields =
          Map.of(
              "email",
              email,
              "first_name",
              "Ida",
              "consent",
              "yes",
              "submission_key",
              java.util.UUID.randomUUID().toString().replace("-", "").substring(0, 27));
      var one = CompletableFuture.supplyAsync(() -> first.form(form, fields).status());
      var other = CompletableFuture.supplyAsync(() -> second.form(form, fields).status());
      assertThat(List.of(one.join(), other.join())).allMatch(status -> status < 400);
      assertThat(
              server.number(
                  "SELECT COUNT(*) FROM sign_up s JOIN person p ON p.id = s.person_id WHERE p.email = '"
                      + email
                      + "'"))
          .isEqualTo(1);
    }
    System.out.println(
        "drill cluster: 20 submissions sent to both instances at once are 20 sign-ups");
  }
}
