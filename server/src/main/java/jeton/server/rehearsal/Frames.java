package jeton.server.rehearsal;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.followup.RunEnd;
import jeton.core.followup.StepRules;
import jeton.core.handover.PassStatus;
import jeton.core.readiness.Finding;
import jeton.core.rehearsal.Moment;
import jeton.server.confirm.ConfirmWords;
import jeton.server.email.EmailWriter;
import jeton.server.email.WrittenEmail;
import jeton.server.form.Form;
import jeton.server.form.FormPages;
import jeton.server.form.Forms;
import jeton.server.handover.PassWords;
import jeton.server.incentive.Incentives;
import jeton.server.leaving.LeaveWords;
import jeton.server.mail.OutgoingEmail;
import jeton.server.markup.Gift;
import jeton.server.offer.FindingView;
import jeton.server.offer.Offer;
import jeton.server.sequence.Sequence;
import org.springframework.stereotype.Component;

/** Draws the moments of a rehearsal: the real pages and emails, as the visitor would see them. */
@Component
class Frames {
  private static final String NO_LINK = "#";
  private final FormPages pages;
  private final ConfirmWords confirm;
  private final PassWords passes;
  private final LeaveWords leave;
  private final EmailWriter writer;
  private final Incentives incentives;
  private final Forms forms;

  Frames(
      FormPages pages,
      ConfirmWords confirm,
      PassWords passes,
      LeaveWords leave,
      EmailWriter writer,
      Incentives incentives,
      Forms forms) {
    this.pages = pages;
    this.confirm = confirm;
    this.passes = passes;
    this.leave = leave;
    this.writer = writer;
    this.incentives = incentives;
    this.forms = forms;
  }

  /**
   * One moment, drawn.
   *
   * @param subject of an email, else the page's own heading is enough
   * @param html the page or email; empty for a moment with nothing to see
   * @param rules of a sequence's step
   * @param findings what Readiness says of it
   */
  public record Frame(
      Moment.Kind kind,
      Instant at,
      String subject,
      String preview,
      String html,
      Optional<String> sequence,
      Optional<Long> stepId,
      Optional<StepRules> rules,
      Optional<Moment.Delay> delay,
      Optional<RunEnd> end,
      List<FindingView> findings) {}

  /** What every moment is drawn with. */
  private record Pen(Offer offer, Gift gift, Stage.RehearsalWish wish) {}

  /** What a page or an email shows. */
  private record Drawn(String subject, String preview, String html) {
    static final Drawn NOTHING = new Drawn("", "", "");

    static Drawn page(String html) {
      return new Drawn("", "", html);
    }
  }

  List<Frame> of(
      Offer offer,
      List<Sequence> all,
      List<Moment> moments,
      List<Finding> findings,
      Stage.RehearsalWish wish) {
    Map<Long, Sequence.Email> emails = Stage.emails(all);
    Pen pen = new Pen(offer, incentives.of(offer.id()), wish);
    // An email that was never drawn before takes some 20 ms: several are drawn at a time.
    return moments.parallelStream()
        .map(
            moment -> {
              Optional<Sequence.Email> email = moment.step().map(step -> emails.get(step.id()));
              Drawn drawn = drawn(pen, moment, email);
              return new Frame(
                  moment.kind(),
                  moment.at(),
                  drawn.subject(),
                  drawn.preview(),
                  drawn.html(),
                  moment.sequenceId().map(id -> name(all, id)),
                  moment.step().map(step -> step.id()),
                  email.map(Sequence.Email::rules),
                  moment.delay(),
                  moment.end(),
                  findings.stream()
                      .filter(finding -> concerns(finding, moment))
                      .map(FindingView::of)
                      .toList());
            })
        .toList();
  }

  private Drawn drawn(Pen pen, Moment moment, Optional<Sequence.Email> email) {
    Offer offer = pen.offer();
    return switch (moment.kind()) {
      case ANSWER -> Drawn.page(pages.answer(offer, form(offer, pen.wish()), false));
      case CONFIRMATION_EMAIL ->
          email(pen, OutgoingEmail.Kind.CONFIRMATION, offer.settings().confirm().email());
      case CONFIRMED_PAGE ->
          Drawn.page(
              offer.settings().leadsStraight()
                  ? passes.drawn(offer, incentives.sampleOfOwnPage(offer, pen.wish().answers()))
                  : confirm
                      .confirmed(offer, incentives.sampleOf(offer, pen.wish().answers()))
                      .getBody());
      case CONFIRMATION_RAN_OUT -> Drawn.page(confirm.over(NO_LINK).getBody());
      case DELIVERY_EMAIL ->
          email(pen, OutgoingEmail.Kind.DELIVERY, offer.settings().handOver().email());
      case PASS_USED ->
          Drawn.page(passes.drawn(offer, incentives.sampleOfOwnPage(offer, pen.wish().answers())));
      case PASS_RAN_OUT -> Drawn.page(passes.over(NO_LINK, PassStatus.EXPIRED).getBody());
      case SEQUENCE_EMAIL, SKIPPED ->
          email(pen, OutgoingEmail.Kind.FOLLOW_UP, email.orElseThrow().content());
      case LEAVES -> Drawn.page(leave.left().getBody());
      case RUN_STARTS, RUN_ENDS -> Drawn.NOTHING;
    };
  }

  private Drawn email(Pen pen, OutgoingEmail.Kind kind, EmailContent content) {
    WrittenEmail written =
        writer
            .ready(content, kind, pen.gift())
            .write(
                new EmailWriter.Reader(
                    pen.wish().firstName(),
                    "aoife@mail.example",
                    pen.gift().offerName(),
                    NO_LINK,
                    NO_LINK,
                    known(pen)));
    return new Drawn(written.subject(), written.preview(), written.html());
  }

  private Map<String, String> known(Pen pen) {
    Map<String, String> known = new HashMap<>(pen.wish().answers());
    known.putAll(incentives.sample(pen.offer(), pen.wish().answers()));
    return known;
  }

  private Form form(Offer offer, Stage.RehearsalWish wish) {
    return wish.formKey()
        .flatMap(key -> forms.of(offer.id()).stream().filter(f -> f.key().equals(key)).findFirst())
        .orElseGet(() -> forms.hosted(offer.id()));
  }

  private static String name(List<Sequence> all, long id) {
    return all.stream().filter(s -> s.id() == id).map(Sequence::name).findFirst().orElse("");
  }

  /** Where a finding belongs on the way of the visitor. */
  private static boolean concerns(Finding finding, Moment moment) {
    return switch (moment.kind()) {
      case ANSWER -> finding.stop() == Finding.Stop.ASK;
      case CONFIRMATION_EMAIL -> finding.stop() == Finding.Stop.CONFIRM;
      case DELIVERY_EMAIL ->
          finding.stop() == Finding.Stop.HAND_OVER || finding.code().equals("two_hand_over");
      case SEQUENCE_EMAIL, SKIPPED ->
          finding.stop() == Finding.Stop.FOLLOW_UP
              && moment
                  .step()
                  .filter(step -> finding.control().equals("step-" + step.id()))
                  .isPresent();
      default -> false;
    };
  }
}
