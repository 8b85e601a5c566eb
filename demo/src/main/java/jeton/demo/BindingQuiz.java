package jeton.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Condition;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.incentive.Quiz;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Cover;
import jeton.core.quiz.Gate;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.server.database.Documents;
import jeton.server.editing.SequenceEdits;
import jeton.server.files.StoredFiles;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/**
 * Which binding suits your book: the quiz to start from, with the bindery's own pictures and links.
 */
@Component
class BindingQuiz {
  static final String SLUG = "which-binding";
  private static final String NAME = "Which binding suits your book?";
  private static final String OPENING = "q2";
  private static final Map<String, String> PICTURES =
      Map.of(
          "a1", "binding-flat.svg",
          "a2", "binding-shop.svg",
          "a3", "binding-folded.svg",
          "a4", "binding-stiff.svg");
  private static final Map<String, String> LABELS =
      Map.of(
          "a", "Look at Coptic kits",
          "b", "See the cloth we use",
          "c", "Soft covers and thread");
  private static final Map<String, String> SHORT =
      Map.of("a", "coptic", "b", "case", "c", "long stitch");

  private final Offers offers;
  private final Forms forms;
  private final Sequences sequences;
  private final SequenceEdits edits;
  private final Tags tags;
  private final Shelf shelf;

  BindingQuiz(
      Offers offers,
      Forms forms,
      Sequences sequences,
      SequenceEdits edits,
      Tags tags,
      Shelf shelf) {
    this.offers = offers;
    this.forms = forms;
    this.sequences = sequences;
    this.edits = edits;
    this.tags = tags;
    this.shelf = shelf;
  }

  /** Where pictures are kept, and how quizzes are read. */
  @Component
  record Shelf(StoredFiles files, Documents documents) {}

  void make() {
    SHORT.values().forEach(tag -> tags.make(tag));
    Offer offer = offers.make(NAME, OfferKind.QUIZ);
    OfferSettings first = offer.settings();
    offers.save(
        offer.id(),
        offer.version(),
        new OfferSettings(
            NAME,
            SLUG,
            first
                .confirm()
                .withEmail(
                    new EmailContent(
                        "One press, and you know which binding",
                        "Your answers are waiting",
                        "<p>Hello {{first_name}},</p><p>your answers are in. Press below and see which binding suits your book.</p>",
                        new EmailButton("Show me", EmailButton.Target.CONFIRM, ""))),
            first.handOver(),
            quiz()));
    Form form = forms.hosted(offer.id());
    forms.save(form.id(), form.version(), asking(form.settings()));
    Sequence sequence = sequences.ofOffer(offer.id());
    edits.save(sequence.id(), sequence.version(), afterwards());
    offers.changeState(offer.id(), OfferState.LIVE);
  }

  private Quiz quiz() {
    Quiz plain = shelf.documents().part(read("/quizzes/which-binding.json"), "quiz", Quiz.class);
    Scheme scheme = plain.scheme();
    return new Quiz(
        new Scheme(
            scheme.scoring(),
            scheme.outcomes().stream().map(BindingQuiz::outcome).toList(),
            scheme.questions().stream().map(this::question).toList(),
            scheme.tieBreak()),
        new Cover(true, plain.cover().text(), picture("binding-cover.svg"), plain.cover().button()),
        plain.paging(),
        new Gate(
            Gate.When.BEFORE,
            "Where shall we send your binding?",
            "It comes with a list of what you need for it.",
            ""),
        plain.ownPageOnPhones(),
        true);
  }

  private static Outcome outcome(Outcome plain) {
    String name = SHORT.get(plain.id());
    return new Outcome(
        plain.id(),
        plain.title(),
        plain.words(),
        plain.picture(),
        LABELS.get(plain.id()),
        "https://quireandthread.example/bindings/" + name.replace(' ', '-'),
        plain.from(),
        plain.to(),
        List.of(name));
  }

  private Question question(Question plain) {
    return new Question(
        plain.id(),
        plain.name(),
        plain.words(),
        plain.picture(),
        plain.several(),
        plain.optional(),
        plain.answers().stream()
            .map(answer -> plain.id().equals(OPENING) ? pictured(answer) : answer)
            .toList());
  }

  private Answer pictured(Answer plain) {
    return new Answer(
        plain.id(),
        plain.words(),
        picture(PICTURES.get(plain.id())),
        plain.points(),
        plain.worth(),
        plain.tags());
  }

  private static SequenceDraft afterwards() {
    return new SequenceDraft(
        "After the quiz",
        List.of(
            step(
                2,
                new Condition(Condition.Kind.ALWAYS, ""),
                "What to have on the table for {{outcome}}",
                "<p>Hello {{first_name}},</p><p>you said it should open like this: {{answer_q2}}. Here is what to lay out before you begin.</p>"),
            step(
                3,
                new Condition(Condition.Kind.RESULT_IS, "", 0, "b"),
                "Cloth, and how to glue it without a crease",
                "<p>Hello {{first_name}},</p><p>case bindings want patience at one moment only: when the cloth meets the glue.</p>")));
  }

  private static SequenceDraft.StepDraft step(
      int days, Condition condition, String subject, String html) {
    StepRules plain = StepRules.after(days, Wait.Unit.DAYS);
    return new SequenceDraft.StepDraft(
        Optional.empty(),
        Optional.empty(),
        0,
        true,
        new StepRules(plain.waitAmount(), plain.waitUnit(), "", plain.days(), "", "", condition),
        new EmailContent(
            subject,
            "From the bindery",
            EmailContent.Style.FRAMED,
            List.of(EmailBlock.text(html), EmailBlock.incentive("See your result again")),
            "",
            List.of()));
  }

  private static FormSettings asking(FormSettings plain) {
    return new FormSettings(
        plain.name(),
        FormWords.plain(NAME, "", List.of(), "Send me my binding"),
        FormPicture.NONE,
        List.of(
            FormField.of("first_name", "First name", false),
            FormField.email("Email", "you@example.org"),
            FormField.consent(
                "Send me my binding, and a letter from the bindery now and then.", true)),
        plain.looks(),
        plain.opening(),
        plain.afterwards(),
        plain.display());
  }

  private static String read(String resource) {
    try (InputStream in = BindingQuiz.class.getResourceAsStream(resource)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  private String picture(String name) {
    try (InputStream drawing = BindingQuiz.class.getResourceAsStream("/demo/" + name)) {
      return shelf.files().keepPicture(name, drawing).hash();
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
