package jeton.server.account;

import jakarta.servlet.http.HttpSession;
import java.time.Instant;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import jeton.server.problem.NotThere;
import jeton.server.token.Tokens;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;

/** Where owners are signed in: listed, and ended. */
@Service
class Sessions {
  private static final String NETWORK = "jeton.network";
  private static final String AGENT = "jeton.agent";
  private final FindByIndexNameSessionRepository<? extends Session> repository;

  Sessions(FindByIndexNameSessionRepository<? extends Session> repository) {
    this.repository = repository;
  }

  /**
   * A session.
   *
   * @param key names it to us and opens nothing
   * @param current whether it is the one that asks
   */
  record SessionLine(
      String key,
      boolean current,
      Instant startedAt,
      Instant lastSeenAt,
      String network,
      String agent) {}

  /** Notes where a session was begun. */
  static void begun(HttpSession session, Accounts.From from) {
    session.setAttribute(NETWORK, from.network());
    session.setAttribute(
        AGENT, from.agent().length() > 200 ? from.agent().substring(0, 200) : from.agent());
  }

  /** An owner's sessions, the newest first. */
  List<SessionLine> of(long ownerId, String currentId) {
    return all(ownerId).stream()
        .map(
            session ->
                new SessionLine(
                    key(session.getId()),
                    session.getId().equals(currentId),
                    session.getCreationTime(),
                    session.getLastAccessedTime(),
                    text(session, NETWORK),
                    text(session, AGENT)))
        .sorted(Comparator.comparing(SessionLine::lastSeenAt).reversed())
        .toList();
  }

  /** Ends one of an owner's sessions. */
  void end(long ownerId, String key) {
    Session found =
        all(ownerId).stream()
            .filter(session -> key(session.getId()).equals(key))
            .findFirst()
            .orElseThrow(() -> new NotThere("This session"));
    repository.deleteById(found.getId());
  }

  /** Ends all of them, but for one that is to stay. */
  void endAll(long ownerId, Optional<String> butId) {
    all(ownerId).stream()
        .map(Session::getId)
        .filter(id -> butId.filter(id::equals).isEmpty())
        .forEach(repository::deleteById);
  }

  private List<? extends Session> all(long ownerId) {
    return List.copyOf(repository.findByPrincipalName(Long.toString(ownerId)).values());
  }

  private static String key(String id) {
    return HexFormat.of().formatHex(Tokens.hash("session " + id), 0, 8);
  }

  private static String text(Session session, String name) {
    return Optional.ofNullable(session.<String>getAttribute(name)).orElse("");
  }
}
