package jeton.core.readiness;

import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import jeton.core.email.EmailAdvice;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.email.LinkTag;
import jeton.core.readiness.Finding.Stop;

/** What would go wrong with one email. */
final class EmailLook {
  private static final Set<String> FILE_ENDINGS =
      Set.of("pdf", "zip", "epub", "docx", "xlsx", "pptx", "mp3", "mp4", "mov", "wav");
  private final Facts facts;
  private final String what;
  private final Stop stop;
  private final String control;
  private final List<Finding> findings = new ArrayList<>();

  /**
   * @param what how the email is called in a sentence
   */
  EmailLook(Facts facts, String what, Stop stop, String control) {
    this.facts = facts;
    this.what = what;
    this.stop = stop;
    this.control = control;
  }

  List<Finding> look(EmailContent email) {
    when(email.subject().isBlank(), "empty_subject", what + " has no subject.");
    for (String link : email.deadLinks()) {
      String words =
          link.isBlank() ? "a link without an address" : "a link that leads nowhere: " + link;
      add("dead_link", what + " has " + words + ".");
    }
    for (String label : email.buttonsWithoutTarget()) {
      add("button_without_target", what + " has a button that leads nowhere: “" + label + "”.");
    }
    for (String link : email.links()) {
      when(
          isBareFile(link),
          "bare_file",
          what
              + " links to a bare file: "
              + link
              + ". A pass can have limits; that link has none.");
    }
    for (String name : EmailAdvice.emptyFillIns(email, facts.business().whenUnknown())) {
      Finding hole =
          Finding.worthALook(
              "empty_fill_in",
              what + " leaves a hole where {{" + name + "}} is not known.",
              stop,
              control);
      String usual = FillIns.usualWords(name);
      findings.add(usual.isEmpty() ? hole : hole.curedBy(new Cure.SayUsualWords(name, usual)));
    }
    for (LinkTag change : email.linkTags()) {
      tag(change.tag());
      when(
          !email.links().contains(change.href()),
          "tagged_link_gone",
          what + " gives or takes a tag on a link it no longer has: " + change.href() + ".");
    }
    return findings;
  }

  private void tag(String tag) {
    if (!facts.hasTag(tag)) {
      findings.add(
          Finding.worthALook(
                  "tag_gone", what + " names a tag that is gone: " + tag + ".", stop, control)
              .curedBy(new Cure.MakeTag(tag)));
    }
  }

  private boolean isBareFile(String link) {
    try {
      URI uri = URI.create(link);
      String path = uri.getPath() == null ? "" : uri.getPath().toLowerCase(Locale.ROOT);
      boolean ours = facts.business().mail().publicHost().equals(uri.getHost());
      String ending = path.substring(path.lastIndexOf('.') + 1);
      return (ours && path.startsWith("/g/")) || FILE_ENDINGS.contains(ending);
    } catch (IllegalArgumentException noAddress) {
      return false;
    }
  }

  private void when(boolean wrong, String code, String message) {
    if (wrong) {
      add(code, message);
    }
  }

  private void add(String code, String message) {
    findings.add(Finding.worthALook(code, message, stop, control));
  }
}
