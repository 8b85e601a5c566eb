package jeton.server.page;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.core.form.Looks;
import jeton.core.form.PageColours;
import jeton.core.form.PageWords;
import jeton.server.business.BusinessSettings;

/**
 * What every page a visitor meets is made of, for the Mustache templates. Values only: no domain
 * object goes in.
 */
public final class Page {
  /** Colours of pages that belong to no form. */
  public static final Looks PLAIN = Looks.of("#FBF8F1", "#1C2A26", "#16423C", "#FFFFFF");

  private Page() {}

  /** The looks of a page in these colours. */
  public static Looks looks(PageColours colours) {
    return Looks.of(colours.paper(), colours.ink(), colours.button(), colours.buttonInk());
  }

  /** The frame: business, colours, title. */
  public static Map<String, Object> frame(BusinessSettings business, Looks looks, String title) {
    Map<String, Object> model = new HashMap<>();
    model.put("title", title);
    model.put("businessName", business.name());
    model.put("postalAddress", business.postalAddress().replaceAll("\\s*\\R\\s*", ", "));
    model.put("logo", business.logo());
    model.put("hasLogo", !business.logo().isEmpty());
    model.put("paper", looks.paper());
    model.put("ink", looks.ink());
    model.put("button", looks.button());
    model.put("buttonInk", looks.buttonInk());
    return model;
  }

  /** A frame with heading and paragraphs. */
  public static Map<String, Object> words(BusinessSettings business, Looks looks, PageWords words) {
    Map<String, Object> model = frame(business, looks, words.heading());
    model.put("heading", words.heading());
    model.put("paragraphs", paragraphs(words.text()));
    return model;
  }

  /** An address with parameters, already encoded; empty ones are left out. */
  public static String address(String base, String... parameters) {
    String[] fragment = base.split("#", 2);
    StringBuilder address = new StringBuilder(fragment[0]);
    for (String parameter : parameters) {
      if (!parameter.isEmpty()) {
        address.append(address.indexOf("?") < 0 ? '?' : '&').append(parameter);
      }
    }
    return fragment.length > 1
        ? address.append('#').append(fragment[1]).toString()
        : address.toString();
  }

  /** A text's paragraphs: split by empty lines. */
  public static List<String> paragraphs(String text) {
    return Arrays.stream(text.strip().split("\\R\\s*\\R")).filter(p -> !p.isBlank()).toList();
  }
}
