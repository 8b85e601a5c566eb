package jeton.server.wheel;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.wheel.WheelWords;
import jeton.server.incentive.Game;
import jeton.server.offer.Offer;
import jeton.server.page.Pages;
import org.springframework.stereotype.Component;

/**
 * A wheel in a form: drawn as it stands, turned by the sign-up itself. What comes out is decided
 * here before anything turns (W2); scripts turn to it, without them it is read.
 */
@Component
class WheelGame implements Game {
  private static final PageWords LATE =
      new PageWords(
          "That was some time ago",
          "What you drew was kept until the email’s link had ended, and is free for others again.");

  private final Spins spins;
  private final Winnings winnings;
  private final Pages pages;

  WheelGame(Spins spins, Winnings winnings, Pages pages) {
    this.spins = spins;
    this.winnings = winnings;
    this.pages = pages;
  }

  @Override
  public OfferKind kind() {
    return OfferKind.WHEEL;
  }

  @Override
  public Opening drawn(Offer offer, Board board) {
    PrizeWheel wheel = Spins.of(offer);
    Map<String, Object> model = new HashMap<>();
    model.put("formKey", board.formKey());
    WheelDrawing drawing =
        new WheelDrawing(wheel, board.live() ? spins.standing(offer) : wheel.standing(Map.of()));
    model.putAll(drawing.model(board.formKey(), board.base()));
    return new Opening(pages.render("wheel", model), new PageWords("", ""), true, "", false, false);
  }

  @Override
  public Judged judge(Offer offer, Map<String, String> values) {
    return Judged.NOTHING;
  }

  /** Nothing is kept before the sign-up: it is the spin. */
  @Override
  public void keep(Offer offer, Sheet sheet, Round round) {}

  /** A wheel shows its result in the answer to the sign-up. */
  @Override
  public Optional<List<Part>> result(Offer offer, String submissionKey, String base) {
    return Optional.empty();
  }

  @Override
  public void signedUp(Offer offer, SignedUp signUp, Optional<Round> round) {
    spins
        .spin(offer, signUp)
        .ifPresent(ended -> winnings.given(offer, signUp.person().id(), ended, signUp.counts()));
  }

  @Override
  public boolean isAlwaysHandedOver() {
    return true;
  }

  @Override
  public Optional<Reply> answer(Offer offer, String submissionKey) {
    return spins.ofForm(offer, submissionKey).map(ended -> answer(offer, ended));
  }

  private static Reply answer(Offer offer, Spins.Ended ended) {
    WheelWords words = Spins.of(offer).words();
    boolean waits = ended.spin().state() == Spin.State.RESERVED;
    if (!ended.spin().won()) {
      return new Reply(ended.slice().id(), words.lost(), !waits);
    }
    String prize = ended.slice().prizeTitle();
    if (!waits && !ended.spin().brings() && ended.spin().state() != Spin.State.VOID) {
      return new Reply(ended.slice().id(), LATE, true);
    }
    String text =
        (ended.slice().prize().words() + "\n\n" + (waits ? words.waiting() : words.won().text()))
            .strip();
    return new Reply(
        ended.slice().id(),
        new PageWords(
            WheelWords.filled(words.won().heading(), prize), WheelWords.filled(text, prize)),
        true);
  }

  @Override
  public void confirmed(Offer offer, long personId, long signUpId) {
    spins
        .confirmed(offer, signUpId)
        .filter(ended -> ended.spin().state() == Spin.State.GIVEN)
        .ifPresent(ended -> winnings.given(offer, personId, ended, true));
  }
}
