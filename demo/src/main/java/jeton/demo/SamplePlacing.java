package jeton.demo;

import java.util.Optional;
import jeton.server.business.PublicUrl;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import jeton.standins.samplesite.SampleSite;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Puts the snippet, the footer form and the button on the sample site, as its owner would. */
@Component
class SamplePlacing {
  private static final String NAME = "Sample site";
  private final Sites sites;
  private final Forms forms;
  private final SampleSite sampleSite;
  private final PublicUrl publicUrl;

  SamplePlacing(Sites sites, Forms forms, SampleSite sampleSite, PublicUrl publicUrl) {
    this.sites = sites;
    this.forms = forms;
    this.sampleSite = sampleSite;
    this.publicUrl = publicUrl;
  }

  /** The sample site as Jeton knows it; its port is another one with each start. */
  Site site() {
    return sites.all().stream()
        .filter(site -> site.name().equals(NAME))
        .findFirst()
        .orElseGet(() -> sites.add(NAME, sampleSite.origin()));
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(0)
  void place() {
    Site site = sites.save(site().id(), NAME, sampleSite.origin());
    sampleSite.place(
        new SampleSite.Placed(
            "<script async src=\"%s\" data-site=\"%s\"></script>"
                .formatted(publicUrl.of("/embed.js"), site.key()),
            publicUrl.of(""),
            key(QuireAndThread.FOOTER)
                .map("<div data-jeton-form=\"%s\"></div>"::formatted)
                .orElse(""),
            key(QuireAndThread.POP_UP).map("data-jeton-open=\"%s\""::formatted).orElse("")));
  }

  /** The key of a form by the name its owner gave it. */
  Optional<String> key(String name) {
    return forms.remembered().stream()
        .filter(form -> form.settings().name().equals(name))
        .map(Form::key)
        .findFirst();
  }
}
