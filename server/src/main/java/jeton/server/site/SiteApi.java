package jeton.server.site;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.server.business.PublicUrl;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sites for their owner: the snippet, and where it was seen. */
@RestController
@RequestMapping("/api/sites")
class SiteApi {
  private final Sites sites;
  private final Sightings sightings;
  private final PublicUrl publicUrl;

  SiteApi(Sites sites, Sightings sightings, PublicUrl publicUrl) {
    this.sites = sites;
    this.sightings = sightings;
    this.publicUrl = publicUrl;
  }

  record SiteSave(String name, String origin) {}

  /**
   * A site.
   *
   * @param snippet the one line to paste
   * @param seenAt when the snippet was last seen; never, if missing
   * @param forms when each form was last seen there
   */
  record SiteView(
      Site site,
      String snippet,
      Optional<Instant> seenAt,
      int pages,
      List<Sightings.LastSeen> forms) {}

  @GetMapping
  List<SiteView> list() {
    Map<Long, List<Sightings.LastSeen>> seen =
        sightings.lastSeen().stream().collect(Collectors.groupingBy(Sightings.LastSeen::siteId));
    return sites.all().stream()
        .map(site -> view(site, seen.getOrDefault(site.id(), List.of())))
        .toList();
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  SiteView add(@RequestBody SiteSave save) {
    return view(sites.add(save.name(), save.origin()), List.of());
  }

  @PutMapping("/{id}")
  SiteView put(@PathVariable long id, @RequestBody SiteSave save) {
    sites.save(id, save.name(), save.origin());
    return list().stream().filter(view -> view.site().id() == id).findFirst().orElseThrow();
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id) {
    sites.remove(id);
  }

  /** The pages the snippet, or a form, was seen on. */
  @GetMapping("/{id}/pages")
  List<Sightings.SeenPage> pages(
      @PathVariable long id, @RequestParam(defaultValue = "") String formKey) {
    return sightings.pages(id, formKey);
  }

  private SiteView view(Site site, List<Sightings.LastSeen> seen) {
    Map<Boolean, List<Sightings.LastSeen>> split =
        seen.stream().collect(Collectors.partitioningBy(s -> s.formKey().isEmpty()));
    Optional<Sightings.LastSeen> snippet = split.get(true).stream().findFirst();
    return new SiteView(
        site,
        "<script async src=\"%s\" data-site=\"%s\"></script>"
            .formatted(publicUrl.of("/embed.js"), site.key()),
        snippet.map(Sightings.LastSeen::at),
        snippet.map(Sightings.LastSeen::pages).orElse(0),
        split.get(false));
  }
}
