package jeton.server.form;

import java.util.List;
import java.util.Optional;
import jeton.core.form.FormSettings;
import jeton.server.business.Business;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Documents;
import jeton.server.offer.OfferMade;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Forms: saved by the owner, read from memory by visitors. */
@Service
public class Forms {
  private static final int KEY_LENGTH = 16;
  private final FormStore store;
  private final Business business;
  private final ConfigurationVersion configuration;
  private volatile Optional<List<Form>> known = Optional.empty();

  Forms(JdbcClient db, Documents documents, Business business, ConfigurationVersion configuration) {
    this.store = new FormStore(db, documents);
    this.business = business;
    this.configuration = configuration;
    configuration.onChange(() -> known = Optional.empty());
  }

  @EventListener
  void offerMade(OfferMade made) {
    FormSettings first =
        FirstForm.of(made.offer().settings().name(), business.now().settings().palette());
    store.add(made.offer().id(), Tokens.random().substring(0, KEY_LENGTH), Form.HOSTED, first);
  }

  /** The form on the offer's own page, as saved. */
  public Form hosted(long offerId) {
    return store.all().stream()
        .filter(form -> form.offerId() == offerId && form.shape().equals(Form.HOSTED))
        .findFirst()
        .orElseThrow(() -> new NotThere("This form"));
  }

  /** The form on the offer's own page, from memory. */
  public Optional<Form> rememberedHosted(long offerId) {
    return known().stream()
        .filter(form -> form.offerId() == offerId && form.shape().equals(Form.HOSTED))
        .findFirst();
  }

  /** A form by its key, from memory. */
  public Optional<Form> rememberedByKey(String key) {
    return known().stream().filter(form -> form.key().equals(key)).findFirst();
  }

  /**
   * Saves a form.
   *
   * @param version the one the change was made from
   */
  @Transactional
  public Form save(long offerId, int version, FormSettings settings) {
    Refused.unlessNone(settings.check());
    Form form = hosted(offerId);
    if (!store.save(form.id(), version, settings)) {
      throw new ChangedMeanwhile("This form");
    }
    configuration.changed();
    return hosted(offerId);
  }

  private List<Form> known() {
    Optional<List<Form>> forms = known;
    if (forms.isEmpty()) {
      forms = Optional.of(store.all());
      known = forms;
    }
    return forms.get();
  }
}
