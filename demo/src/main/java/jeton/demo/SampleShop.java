package jeton.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import jeton.server.business.JetonSettings;
import jeton.server.business.PublicUrl;
import jeton.server.programkey.ProgramKeys;
import jeton.standins.samplesite.SampleSite;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.UriComponentsBuilder;

/** The sample shop's key, and an address of its basket that stays the same with each start. */
@RestController
class SampleShop {
  static final String PATH = "/standins/shop";
  static final String FILE = "shop-key";

  private final SampleSite site;
  private final Till till;

  SampleShop(SampleSite site, Till till) {
    this.site = site;
    this.till = till;
  }

  /** The key as the shop keeps it: Jeton itself knows only its hash. */
  @Component
  static class Till {
    private final ProgramKeys keys;
    private final PublicUrl publicUrl;
    private final Path file;

    Till(ProgramKeys keys, PublicUrl publicUrl, JetonSettings settings) {
      this.keys = keys;
      this.publicUrl = publicUrl;
      this.file = settings.home().resolve(FILE);
    }

    /** Made when it is first needed. */
    synchronized String key() {
      try {
        if (!Files.exists(file)) {
          String key = keys.make("Sample shop", EnumSet.allOf(ProgramKeys.May.class)).key();
          Files.writeString(file, key);
        }
        return Files.readString(file).strip();
      } catch (IOException unwritable) {
        throw new UncheckedIOException(unwritable);
      }
    }
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(0)
  void open() {
    site.sell(till.publicUrl.of(""), till.key());
  }

  /** On to the basket, with the code if there is one. */
  @GetMapping(PATH)
  ResponseEntity<Void> shop(@RequestParam(defaultValue = "") String code) {
    URI basket =
        UriComponentsBuilder.fromUriString(site.origin() + "/checkout")
            .queryParam("code", "{code}")
            .build(code);
    return ResponseEntity.status(302).location(basket).build();
  }
}
