package jeton.server.notice;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.notice.NoticeKind;
import jeton.server.history.History;

/** What in the history is told as what. */
final class Kinds {
  private static final Map<History.Kind, NoticeKind> TOLD_AS =
      new EnumMap<>(
          Map.of(
              History.Kind.SIGNED_UP, NoticeKind.SIGN_UP,
              History.Kind.CONFIRMED, NoticeKind.CONFIRMED,
              History.Kind.LEFT, NoticeKind.LEFT,
              History.Kind.LIST_LEFT, NoticeKind.LEFT,
              History.Kind.WON, NoticeKind.PRIZE,
              History.Kind.QUIZ_FINISHED, NoticeKind.QUIZ,
              History.Kind.GRANT_USED, NoticeKind.CODE_USED,
              History.Kind.ANSWERED, NoticeKind.ANSWER));

  private Kinds() {}

  /** Empty for what is told to nobody. */
  static Optional<NoticeKind> of(History.Kind kind) {
    return Optional.ofNullable(TOLD_AS.get(kind));
  }

  /** Names of all that are told as one of these. */
  static List<String> names(NoticeKind... kinds) {
    return TOLD_AS.entrySet().stream()
        .filter(entry -> Arrays.asList(kinds).contains(entry.getValue()))
        .map(entry -> entry.getKey().name())
        .toList();
  }
}
