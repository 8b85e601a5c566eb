package jeton.core.email;

/**
 * One of a row of links to where the business can be found elsewhere.
 *
 * @param name the words to press
 */
public record SocialLink(String name, String href) {
  public SocialLink {
    name = name == null ? "" : name;
    href = href == null ? "" : href;
  }
}
