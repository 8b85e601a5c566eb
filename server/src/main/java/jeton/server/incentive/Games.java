package jeton.server.incentive;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.incentive.Part;
import jeton.core.offer.OfferKind;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Service;

/** What is played before a sign-up, by the offers that have it played; of others, nothing. */
@Service
public class Games {
  private final Map<OfferKind, Game> games;

  Games(List<Game> games) {
    this.games = games.stream().collect(Collectors.toMap(Game::kind, Function.identity()));
  }

  private Optional<Game> of(Offer offer) {
    return Optional.ofNullable(games.get(offer.kind()));
  }

  /** It in a form. */
  public Optional<Game.Opening> drawn(Offer offer, Game.Board board) {
    return of(offer).map(game -> game.drawn(offer, board));
  }

  /** Judges what a form sent; keeps nothing. */
  public Game.Judged judge(Offer offer, Map<String, String> values) {
    return of(offer).map(game -> game.judge(offer, values)).orElse(Game.Judged.NOTHING);
  }

  /** Keeps what was played until its sign-up. */
  public void keep(Offer offer, Game.Sheet sheet, Game.Round round) {
    of(offer).ifPresent(game -> game.keep(offer, sheet, round));
  }

  /** What it came to. */
  public Optional<List<Part>> result(Offer offer, String submissionKey, String base) {
    return of(offer).flatMap(game -> game.result(offer, submissionKey, base));
  }

  /** It belongs to a sign-up from now on, in the sign-up's transaction. */
  public void signedUp(Offer offer, Game.SignedUp signUp, Optional<Game.Round> round) {
    of(offer).ifPresent(game -> game.signedUp(offer, signUp, round));
  }

  /** Whether it is handed over also to somebody who was written to just now. */
  public boolean isAlwaysHandedOver(Offer offer) {
    return of(offer).filter(Game::isAlwaysHandedOver).isPresent();
  }

  /** What the answer to a sign-up shows first. */
  public Optional<Game.Reply> answer(Offer offer, String submissionKey) {
    return of(offer).flatMap(game -> game.answer(offer, submissionKey));
  }

  /** A sign-up was confirmed, in that transaction, the person's row locked. */
  public void confirmed(Offer offer, long personId, long signUpId) {
    of(offer).ifPresent(game -> game.confirmed(offer, personId, signUpId));
  }
}
