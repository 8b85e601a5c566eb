package jeton.server.form;

import java.util.List;
import java.util.Optional;
import jeton.core.form.FormSettings;
import jeton.core.form.FormVersions;
import jeton.core.trial.Difference;
import jeton.core.trial.Tested;
import jeton.server.offer.Offers;
import jeton.server.problem.Refused;
import jeton.server.trial.TrialContent;
import jeton.server.trial.Tried;
import org.springframework.stereotype.Component;

/** Two versions of a form. */
@Component
class FormTrials implements Tried {
  private final Forms forms;
  private final Offers offers;

  FormTrials(Forms forms, Offers offers) {
    this.forms = forms;
    this.offers = offers;
  }

  @Override
  public Tested tested() {
    return Tested.FORM;
  }

  @Override
  public Optional<Subject> subject(long targetId) {
    return forms
        .find(targetId)
        .map(
            form ->
                new Subject(
                    form.settings().name()
                        + ", "
                        + offers.remembered(form.offerId()).settings().name(),
                    "/offers/" + form.offerId() + "/ask?form=" + form.id(),
                    Optional.of(form.offerId())));
  }

  @Override
  public TrialContent inUse(long targetId) {
    return TrialContent.of(forms.get(targetId).settings());
  }

  @Override
  public TrialContent checked(long targetId, TrialContent other) {
    FormSettings form = forms.get(targetId).settings();
    FormSettings b = FormVersions.withOther(form, FormText.cleaned(of(other)));
    Refused.unlessNone(b.check(forms.checkedAgainst()));
    return TrialContent.of(b);
  }

  @Override
  public void use(long targetId, TrialContent other) {
    Form form = forms.get(targetId);
    forms.use(form, FormVersions.withOther(form.settings(), of(other)));
  }

  @Override
  public List<Difference> differences(TrialContent a, TrialContent b) {
    return FormVersions.differences(of(a), FormVersions.withOther(of(a), of(b)));
  }

  private static FormSettings of(TrialContent content) {
    return content.form().orElseThrow(() -> new Refused("form", "missing", "This is not a form."));
  }
}
