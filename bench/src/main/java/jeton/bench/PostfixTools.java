package jeton.bench;

import java.io.IOException;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Postfix's own mail generator and sink, from Debian's package, unpacked rather than installed: it
 * would start a mail server.
 */
final class PostfixTools {
  private final Path folder;

  private PostfixTools(Path folder) {
    this.folder = folder;
  }

  /** Fetches and unpacks them, once per folder. */
  static PostfixTools unpack(Path cache) throws IOException, InterruptedException {
    Path root = cache.resolve("postfix");
    if (!Files.exists(root.resolve("usr/sbin/smtp-sink"))) {
      Files.createDirectories(root);
      run(cache, "apt-get", "download", "postfix");
      try (Stream<Path> found = Files.list(cache)) {
        Path archive =
            found
                .filter(p -> p.getFileName().toString().matches("postfix_.*\\.deb"))
                .findFirst()
                .orElseThrow(() -> new IOException("Debian's postfix package did not come"));
        run(cache, "dpkg", "-x", archive.toString(), root.toString());
      }
    }
    return new PostfixTools(root);
  }

  /** Starts a sink that takes and forgets everything. */
  Process sink(int port) throws IOException, InterruptedException {
    Process sink = process("smtp-sink", "-u", "nobody", "127.0.0.1:" + port, "1000").start();
    for (int tries = 0; tries < 100 && !answers(port); tries++) {
      TimeUnit.MILLISECONDS.sleep(50);
    }
    return sink;
  }

  private static boolean answers(int port) {
    try (Socket socket = new Socket("127.0.0.1", port)) {
      return socket.isConnected();
    } catch (IOException notYet) {
      return false;
    }
  }

  /** Emails a second that the generator gets into the sink, connections kept open. */
  double generate(int port, int connections, int emails, int octets)
      throws IOException, InterruptedException {
    long began = System.nanoTime();
    Process source =
        process(
                "smtp-source",
                "-d",
                "-s",
                Integer.toString(connections),
                "-m",
                Integer.toString(emails),
                "-l",
                Integer.toString(octets),
                "-f",
                "hello@quireandthread.example",
                "-t",
                "reader@mail.example",
                "127.0.0.1:" + port)
            .start();
    if (source.waitFor() != 0) {
      throw new IOException("smtp-source ended with " + source.exitValue());
    }
    return emails / ((System.nanoTime() - began) / 1e9);
  }

  private ProcessBuilder process(String program, String... arguments) {
    List<String> command = new java.util.ArrayList<>();
    command.add(folder.resolve("usr/sbin").resolve(program).toString());
    command.addAll(List.of(arguments));
    ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
    builder.environment().put("LD_LIBRARY_PATH", folder.resolve("usr/lib/postfix").toString());
    return builder.redirectOutput(ProcessBuilder.Redirect.DISCARD);
  }

  private static void run(Path folder, String... command) throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder(command)
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    if (process.waitFor() != 0) {
      throw new IOException(String.join(" ", command) + " ended with " + process.exitValue());
    }
  }
}
