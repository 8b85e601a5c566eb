package jeton.server.quiz;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import jeton.core.incentive.Quiz;
import jeton.core.problem.Problems;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Cover;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.server.database.Documents;
import jeton.server.files.StoredFiles;
import jeton.server.problem.Refused;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;

/**
 * Quizzes as files: those to start from, and whatever is taken along and brought back. Their form
 * is described by {@code quizzes/schema.json}.
 */
@Component
class QuizFiles {
  static final String FORMAT = "jeton-quiz/1";

  private final Documents documents;
  private final StoredFiles files;
  private final List<QuizFile> starters;

  QuizFiles(Documents documents, StoredFiles files) {
    this.documents = documents;
    this.files = files;
    this.starters = read();
  }

  /**
   * A quiz to take along.
   *
   * @param trade whom it is made for, in a word or two; may be empty
   */
  record QuizFile(String format, String name, String trade, Quiz quiz) {
    QuizFile {
      name = name == null ? "" : name;
      trade = trade == null ? "" : trade;
    }
  }

  /** Quizzes to start from, by trade. */
  List<QuizFile> starters() {
    return starters;
  }

  private List<QuizFile> read() {
    try {
      Resource[] found =
          new PathMatchingResourcePatternResolver().getResources("classpath*:quizzes/*.json");
      return Arrays.stream(found)
          .filter(one -> !"schema.json".equals(one.getFilename()))
          .map(QuizFiles::text)
          .map(text -> documents.read(text, QuizFile.class))
          .sorted(Comparator.comparing(QuizFile::trade))
          .toList();
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  private static String text(Resource resource) {
    try {
      return resource.getContentAsString(StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  /** What describes the form of a file. */
  String schema() {
    return text(new ClassPathResource("quizzes/schema.json"));
  }

  /** As a file. */
  String written(String name, Quiz quiz) {
    return documents.write(new QuizFile(FORMAT, name, "", quiz));
  }

  /** Reads a file that was brought in; pictures that are not kept here are left out. */
  QuizFile read(String text) {
    QuizFile file;
    try {
      file = documents.read(text, QuizFile.class);
    } catch (JacksonException notOne) {
      throw unreadable();
    }
    if (file == null || file.quiz() == null || !FORMAT.equals(file.format())) {
      throw unreadable();
    }
    Problems problems = new Problems();
    file.quiz().check("quiz", problems);
    Refused.unlessNone(problems.list());
    return new QuizFile(file.format(), file.name(), file.trade(), withKnownPictures(file.quiz()));
  }

  private static Refused unreadable() {
    return new Refused(
        "file", "not_a_quiz", "This is no quiz that Jeton can read. Nothing was changed.");
  }

  private Quiz withKnownPictures(Quiz quiz) {
    Scheme scheme = quiz.scheme();
    List<Outcome> outcomes = new ArrayList<>();
    for (Outcome one : scheme.outcomes()) {
      outcomes.add(
          new Outcome(
              one.id(),
              one.title(),
              one.words(),
              known(one.picture()),
              one.label(),
              one.href(),
              one.from(),
              one.to(),
              one.tags()));
    }
    List<Question> questions = new ArrayList<>();
    for (Question one : scheme.questions()) {
      questions.add(
          new Question(
              one.id(),
              one.name(),
              one.words(),
              known(one.picture()),
              one.several(),
              one.optional(),
              one.answers().stream().map(this::answer).toList()));
    }
    Cover cover = quiz.cover();
    return new Quiz(
        new Scheme(scheme.scoring(), outcomes, questions, scheme.tieBreak()),
        new Cover(cover.on(), cover.text(), known(cover.picture()), cover.button()),
        quiz.paging(),
        quiz.gate(),
        quiz.ownPageOnPhones(),
        quiz.shareable());
  }

  private Answer answer(Answer one) {
    return new Answer(
        one.id(), one.words(), known(one.picture()), one.points(), one.worth(), one.tags());
  }

  private String known(String hash) {
    return !hash.isEmpty() && files.picture(hash).isPresent() ? hash : "";
  }
}
