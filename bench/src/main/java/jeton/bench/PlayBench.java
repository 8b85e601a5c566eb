package jeton.bench;

import java.io.IOException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import jeton.core.incentive.Download;
import jeton.core.incentive.Quiz;
import jeton.core.offer.OfferKind;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.token.Tokens;

/**
 * Finished plays of a quiz of six questions with their sign-up, by 16 clients over HTTP, against
 * sign-ups alone by the same, confirmation on for both.
 */
final class PlayBench implements Bench.Measurement {
  private static final int CLIENTS = 16;
  private static final int PIECES = 2500;
  private static final int WARM_UP = 6;
  private static final double BAR = 0.6;

  private int used = 20_000_000;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Offer plain =
        BenchCoupon.live(server, "Without a quiz", OfferKind.DOWNLOAD, new Download(), true);
    Offer quiz = BenchCoupon.live(server, "With a quiz", OfferKind.QUIZ, quiz(), true);
    for (int turn = 0; turn < WARM_UP; turn++) {
      signUps(server, plain, false);
      signUps(server, quiz, true);
    }
    Rounds rounds = new Rounds();
    for (int turn = 0; turn < Rounds.USUAL; turn++) {
      double floor = signUps(server, plain, false).perSecond();
      rounds.add(signUps(server, quiz, true).perSecond(), floor);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("played_per_s", Math.round(rounds.ours()));
    more.put("alone_per_s", Math.round(rounds.floor()));
    return rounds.result(BAR, more);
  }

  private static Quiz quiz() {
    List<Outcome> outcomes =
        IntStream.range(0, 4)
            .mapToObj(i -> new Outcome("o" + i, "Outcome", "Words.", "", "", "", 0, 0, List.of()))
            .toList();
    List<Question> questions =
        IntStream.range(0, 6)
            .mapToObj(q -> new Question("q" + q, "", "What?", "", false, false, answers()))
            .toList();
    Quiz blank = Quiz.BLANK;
    return new Quiz(
        new Scheme(Scoring.MATCH, outcomes, questions, Optional.of("q0")),
        blank.cover(),
        blank.paging(),
        blank.gate(),
        false,
        true);
  }

  private static List<Answer> answers() {
    return IntStream.range(0, 4)
        .mapToObj(a -> new Answer("a" + a, "Words", "", Map.of("o" + a, 2), 0, List.of()))
        .toList();
  }

  private Load.Measured signUps(BenchServer server, Offer offer, boolean plays) throws Exception {
    String path = "/p/forms/" + server.bean(Forms.class).hosted(offer.id()).key() + "/signups";
    String stamp =
        server
            .bean(Tokens.class)
            .seal(Long.toString(Instant.now().minusSeconds(5).toEpochMilli(), Character.MAX_RADIX));
    int first = used;
    used += PIECES;
    return Load.run(
        CLIENTS,
        first,
        PIECES,
        () -> {
          Wire wire = new Wire(server.base);
          return number -> post(wire, path, body(stamp, number, plays), number);
        });
  }

  private static String body(String stamp, int number, boolean plays) {
    StringBuilder answers = new StringBuilder();
    for (int q = 0; plays && q < 6; q++) {
      answers.append("\"q_q%d\":\"a%d\",".formatted(q, (number >> q) & 3));
    }
    return "{%s\"submission_key\":\"%s\",\"stamp\":\"%s\",\"email\":\"q%d@mail.example\",\"first_name\":\"Aoife\",\"zone\":\"Europe/Dublin\",\"consent\":true}"
        .formatted(answers, Tokens.random(), stamp, number);
  }

  private static void post(Wire wire, String path, String body, int number) throws IOException {
    String from =
        "X-Forwarded-For: %d.%d.%d.1"
            .formatted(10 + (number >> 16 & 127), number >> 8 & 255, number & 255);
    int status = wire.postJson(path, body, from);
    if (status != 200) {
      throw new IllegalStateException("A sign-up answered " + status);
    }
  }
}
