package jeton.server.readiness;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.display.DisplayRules;
import jeton.core.display.Season;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.handover.HandOverSettings;
import jeton.core.readiness.Cure;
import jeton.core.readiness.Finding;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.editing.SequenceEdits;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.problem.Refused;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Does what a finding's button says. Only what is safe: nothing is sent by it, nothing lost. */
@Service
public class Fixes {
  private final ReadinessCheck readiness;
  private final Offers offers;
  private final Forms forms;
  private final Sequences sequences;
  private final SequenceEdits edits;
  private final Business business;
  private final Tags tags;

  Fixes(
      ReadinessCheck readiness,
      Offers offers,
      Forms forms,
      Sequences sequences,
      SequenceEdits edits,
      Business business,
      Tags tags) {
    this.readiness = readiness;
    this.offers = offers;
    this.forms = forms;
    this.sequences = sequences;
    this.edits = edits;
    this.business = business;
    this.tags = tags;
  }

  /** Cures one finding, which must still hold. */
  @Transactional
  public void fix(long offerId, String code, String control) {
    Offer offer = offers.get(offerId);
    Cure cure =
        readiness.of(List.of(offer)).get(offer.id()).stream()
            .filter(f -> f.code().equals(code) && f.control().equals(control))
            .map(Finding::cure)
            .flatMap(Optional::stream)
            .findFirst()
            .orElseThrow(
                () ->
                    new Refused(
                        "readiness", "not_there", "That is mended already, or changed since."));
    cure.accept(new Curing(offer));
  }

  /** Does each cure for one offer. */
  private final class Curing implements Cure.Visitor<Void> {
    private final Offer offer;

    Curing(Offer offer) {
      this.offer = offer;
    }

    @Override
    public Void putConfirmButtonIn(Cure.PutConfirmButtonIn cure) {
      saveConfirm(offer);
      return null;
    }

    @Override
    public Void putPassIn(Cure.PutPassIn cure) {
      addPass(offer);
      return null;
    }

    @Override
    public Void sendDelivery(Cure.SendDelivery cure) {
      byEmail(offer, true);
      return null;
    }

    @Override
    public Void leaveDeliveryOut(Cure.LeaveDeliveryOut cure) {
      byEmail(offer, false);
      return null;
    }

    @Override
    public Void sayUsualWords(Cure.SayUsualWords cure) {
      Fixes.this.sayUsualWords(cure.fillIn(), cure.usual());
      return null;
    }

    @Override
    public Void makeTag(Cure.MakeTag cure) {
      tags.make(cure.tag());
      return null;
    }

    @Override
    public Void sendAtOnce(Cure.SendAtOnce cure) {
      atOnce(offer.id(), cure.stepId());
      return null;
    }

    @Override
    public Void turnHostedPageOn(Cure.TurnHostedPageOn cure) {
      forms.turn(forms.hosted(offer.id()).id(), true);
      return null;
    }

    @Override
    public Void takeLastDayOut(Cure.TakeLastDayOut cure) {
      withoutLastDay(offer.id(), cure.formKey());
      return null;
    }
  }

  private void saveConfirm(Offer offer) {
    ConfirmSettings confirm = offer.settings().confirm();
    EmailButton button = new EmailButton("Yes, that was me", EmailButton.Target.CONFIRM, "");
    save(
        offer,
        confirm.withEmail(with(confirm.email(), EmailBlock.button(button))),
        offer.settings().handOver());
  }

  private void addPass(Offer offer) {
    HandOverSettings handOver = offer.settings().handOver();
    save(
        offer,
        offer.settings().confirm(),
        handOver.withEmail(with(handOver.email(), EmailBlock.incentive("Open it"))));
  }

  private void byEmail(Offer offer, boolean byEmail) {
    save(offer, offer.settings().confirm(), offer.settings().handOver().withByEmail(byEmail));
  }

  private void save(Offer offer, ConfirmSettings confirm, HandOverSettings handOver) {
    offers.save(
        offer.id(),
        offer.version(),
        new OfferSettings(
            offer.settings().name(),
            offer.settings().slug(),
            confirm,
            handOver,
            offer.settings().gives()));
  }

  private static EmailContent with(EmailContent email, EmailBlock block) {
    List<EmailBlock> blocks = new ArrayList<>(email.blocks());
    blocks.add(block);
    return email.withBlocks(blocks);
  }

  private void sayUsualWords(String fillIn, String usual) {
    Business.Snapshot now = business.now();
    BusinessSettings s = now.settings();
    Map<String, String> words = new HashMap<>(s.whenUnknown());
    words.put(fillIn, usual);
    business.save(now.version(), s.withWhenUnknown(words));
  }

  private void atOnce(long offerId, long stepId) {
    Sequence sequence = sequences.ofOffer(offerId);
    SequenceDraft draft = SequenceDraft.of(sequence);
    List<SequenceDraft.StepDraft> steps =
        draft.steps().stream()
            .map(
                step ->
                    step.id().equals(Optional.of(stepId))
                        ? new SequenceDraft.StepDraft(
                            step.id(),
                            step.emailId(),
                            step.emailVersion(),
                            step.ready(),
                            StepRules.after(0, Wait.Unit.MINUTES),
                            step.email())
                        : step)
            .toList();
    edits.save(
        sequence.id(),
        sequence.version(),
        new SequenceDraft(draft.name(), draft.rules(), steps, false));
  }

  private void withoutLastDay(long offerId, String formKey) {
    Form form =
        forms.of(offerId).stream().filter(f -> formKey.equals(f.key())).findFirst().orElseThrow();
    DisplayRules rules = form.settings().display();
    Season season = rules.season();
    Season open =
        new Season(
            season.from(), Optional.empty(), season.days(), season.fromHour(), season.toHour());
    forms.save(
        form.id(),
        form.version(),
        form.settings()
            .withDisplay(
                new DisplayRules(
                    rules.pages(),
                    rules.audience(),
                    rules.frequency(),
                    open,
                    rules.trigger(),
                    rules.priority())));
  }
}
