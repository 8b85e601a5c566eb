package jeton.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.server.shelf.Shelf;

/**
 * What all back-ups of a shelf share: contents of files and pieces of dumps, each once, by the
 * SHA-256 of its octets. One of these brings those that are not there yet.
 */
final class Contents implements PieceWriter.Pieces {
  private static final String FOLDER = "files";
  private static final Pattern NAME = Pattern.compile("(?:files/)?[0-9a-f]{2}/([0-9a-f]{64})");

  private final Shelf target;
  private final Set<String> there;
  private final Map<String, Long> fresh = new HashMap<>();
  private long octetsOfPieces;

  Contents(Shelf target) throws IOException {
    this.target = target;
    there = of(target);
  }

  /** Hashes of all that are on a shelf of back-ups. */
  static Set<String> of(Shelf target) throws IOException {
    return hashes(target.names(FOLDER));
  }

  private static Set<String> hashes(List<String> names) {
    Set<String> hashes = new TreeSet<>();
    names.stream()
        .map(NAME::matcher)
        .filter(Matcher::matches)
        .forEach(parts -> hashes.add(parts.group(1)));
    return hashes;
  }

  /** Its name on the shelf of a home. */
  static String name(String hash) {
    return hash.substring(0, 2) + "/" + hash;
  }

  /** Its name on a shelf of back-ups. */
  static String place(String hash) {
    return FOLDER + "/" + name(hash);
  }

  /**
   * Files of a home, but for those that are there.
   *
   * @return all that the home has
   */
  Set<String> copy(Shelf home) throws IOException {
    Set<String> kept = new HashSet<>();
    for (String hash : hashes(home.names(""))) {
      if (there.contains(hash)) {
        kept.add(hash);
      } else if (isCopied(home, name(hash), target, place(hash))) {
        kept.add(hash);
        came(hash, target.size(place(hash)).orElse(0));
      }
    }
    return kept;
  }

  /** False when it is gone. */
  static boolean isCopied(Shelf from, String name, Shelf to, String as) throws IOException {
    Path draft = to.draft();
    try (InputStream octets = from.read(name, 0)) {
      Files.copy(octets, draft, StandardCopyOption.REPLACE_EXISTING);
      to.take(as, draft);
      return true;
    } catch (NoSuchFileException forgottenMeanwhile) {
      return false;
    } finally {
      Files.deleteIfExists(draft);
    }
  }

  @Override
  public Path draft() throws IOException {
    return target.draft();
  }

  @Override
  public void keep(String sha256, Path draft) throws IOException {
    long octets = Files.size(draft);
    octetsOfPieces += octets;
    if (!there.contains(sha256)) {
      target.take(place(sha256), draft);
      came(sha256, octets);
    }
  }

  private void came(String hash, long octets) {
    there.add(hash);
    fresh.put(hash, octets);
  }

  /** Of all pieces of the dump, those that were there before too. */
  long octetsOfPieces() {
    return octetsOfPieces;
  }

  /** What was brought, and the octets of each. */
  Map<String, Long> fresh() {
    return fresh;
  }
}
