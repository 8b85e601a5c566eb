package jeton.server.intake;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.signup.SignUps;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/** Asks imported people to confirm, by an offer's own confirmation: each as a sign-up of theirs. */
@Component
class Asks {
  private static final int KEY = 27;
  private final Offers offers;
  private final Forms forms;
  private final SignUps signUps;

  Asks(Offers offers, Forms forms, SignUps signUps) {
    this.offers = offers;
    this.forms = forms;
    this.signUps = signUps;
  }

  /** In the caller's transaction. Done twice it is one sign-up each (S9). */
  void ask(PersonImport one, List<ImportPage.Line> lines) {
    Offer offer = offers.get(one.plan().askBy().orElseThrow());
    long form = forms.hosted(offer.id()).id();
    for (ImportPage.Line line : lines) {
      signUps.signUp(
          offer,
          form,
          new SignUps.Submission(
              line.address().send(),
              line.firstName(),
              List.of(new SignUps.Consent(one.plan().statement(), true)),
              key(one.id(), line.row()),
              "import: " + one.name(),
              "",
              "",
              "",
              line.answers(),
              Set.copyOf(one.plan().lists()),
              Optional.empty(),
              Optional.empty()));
    }
  }

  private static String key(long importId, long row) {
    String hash =
        java.util.Base64.getUrlEncoder()
            .withoutPadding()
            .encodeToString(Tokens.hash("import " + importId + " row " + row));
    return hash.substring(0, KEY);
  }
}
