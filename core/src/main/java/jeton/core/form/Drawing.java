package jeton.core.form;

import java.util.List;

/**
 * A drawing that ships with Jeton, for forms without a picture of their own.
 *
 * @param name what a form's settings call it; its file is {@code /drawings/{name}.svg}
 * @param shows what it shows, for those who do not see it
 */
public record Drawing(String name, String shows) {
  /** All there are, in the order they are offered. */
  public static final List<Drawing> ALL =
      List.of(
          new Drawing("notebook", "A notebook with a brass spine"),
          new Drawing("thread", "A spool of thread"),
          new Drawing("marbled", "Marbled paper"),
          new Drawing("paper", "Sheets of paper"),
          new Drawing("lamp", "A desk lamp over books"),
          new Drawing("needle", "A needle with red thread"),
          new Drawing("open-book", "An open book"),
          new Drawing("press", "A book press"),
          new Drawing("scissors", "A pair of scissors"),
          new Drawing("brush", "A brush with paint"),
          new Drawing("parcel", "A parcel with a ribbon"),
          new Drawing("ribbon", "A bookmark ribbon"),
          new Drawing("leaf", "A leaf"),
          new Drawing("tea", "A cup of tea on a book"),
          new Drawing("token", "A token"),
          new Drawing("tag", "A tag on a red thread"));

  /** Whether there is one of this name. */
  static boolean isKnown(String name) {
    return ALL.stream().anyMatch(drawing -> drawing.name().equals(name));
  }
}
