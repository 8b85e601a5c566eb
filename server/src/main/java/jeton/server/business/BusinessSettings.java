package jeton.server.business;

import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import jeton.core.email.FillIn;
import jeton.core.email.FillIns;
import jeton.core.followup.SendTimes;
import jeton.core.form.Contrast;
import jeton.core.form.FieldDefinition;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;
import jeton.core.signup.VisitorChecks;

/**
 * Who the business is.
 *
 * @param postalAddress stands at the foot of every email
 * @param replyTo where answers go; empty: to the sender
 * @param zone IANA name; every local computation without a zone of its own is made in it
 * @param palette up to eight colours {@code #RRGGBB} to choose from
 * @param logo content hash of a picture; empty for none
 * @param fields the business's own, which its forms can ask
 * @param checks how people are told from robots
 * @param sending how emails are sent
 * @param pages those around emails that belong to no offer
 * @param whenUnknown words per fill-in name for when it is not known (F1)
 */
public record BusinessSettings(
    String name,
    String postalAddress,
    String senderName,
    String senderEmail,
    String replyTo,
    String zone,
    List<String> palette,
    String logo,
    Map<String, String> whenUnknown,
    List<FieldDefinition> fields,
    VisitorChecks checks,
    SendingSettings sending,
    VisitorPages pages) {

  /** Most colours of a palette. */
  static final int MOST_COLOURS = 8;

  private static final int MOST_FIELDS = 40;

  /** What a fresh install starts from. */
  static final BusinessSettings BLANK =
      new BusinessSettings(
          "",
          "",
          "",
          "",
          "",
          "UTC",
          List.of("#16423C", "#B07A2A", "#FBF8F1", "#1C2A26"),
          "",
          Map.of(),
          List.of(),
          VisitorChecks.USUAL,
          SendingSettings.USUAL,
          VisitorPages.USUAL);

  public BusinessSettings {
    palette = List.copyOf(palette);
    whenUnknown = Map.copyOf(FillIns.withUsualWords(whenUnknown));
    fields = fields == null ? List.of() : List.copyOf(fields);
    checks = checks == null ? VisitorChecks.USUAL : checks;
    sending = sending == null ? SendingSettings.USUAL : sending;
    pages = pages == null ? VisitorPages.USUAL : pages;
  }

  /** The same with other words for what is not known. */
  public BusinessSettings withWhenUnknown(Map<String, String> words) {
    return new BusinessSettings(
        name,
        postalAddress,
        senderName,
        senderEmail,
        replyTo,
        zone,
        palette,
        logo,
        words,
        fields,
        checks,
        sending,
        pages);
  }

  /** The same in another zone. */
  BusinessSettings withZone(String other) {
    return new BusinessSettings(
        name,
        postalAddress,
        senderName,
        senderEmail,
        replyTo,
        other,
        palette,
        logo,
        whenUnknown,
        fields,
        checks,
        sending,
        pages);
  }

  /** The same, sent differently. */
  public BusinessSettings withSending(SendingSettings other) {
    return new BusinessSettings(
        name,
        postalAddress,
        senderName,
        senderEmail,
        replyTo,
        zone,
        palette,
        logo,
        whenUnknown,
        fields,
        checks,
        other,
        pages);
  }

  /** The zone as the JDK knows it. */
  public ZoneId zoneId() {
    return SendTimes.knownZone(zone).orElse(java.time.ZoneOffset.UTC);
  }

  /** What keeps this from being saved. */
  List<Problem> check() {
    Problems problems = new Problems();
    problems.line(name, "name", "The name", 120);
    problems.when(name.isBlank(), "name", "empty", "Your business needs a name.");
    problems.text(postalAddress, "postalAddress", "The postal address", 500);
    problems.line(senderName, "senderName", "The sender's name", 120);
    address(senderEmail, "senderEmail", problems);
    address(replyTo, "replyTo", problems);
    problems.when(
        SendTimes.knownZone(zone).isEmpty(),
        "zone",
        "unknown_zone",
        "There is no time zone called " + zone + ".");
    problems.when(palette.size() > MOST_COLOURS, "palette", "too_many", "At most eight colours.");
    for (int i = 0; i < palette.size(); i++) {
      problems.when(
          !Contrast.isColour(palette.get(i)),
          "palette[" + i + "]",
          "not_a_colour",
          "A colour looks like #16423C.");
    }
    whenUnknown.forEach(
        (key, words) -> {
          problems.line(words, "whenUnknown." + key, "The words", 80);
          // A field may be gone while emails still name it: its words are what they say then.
          problems.when(
              FillIns.USUAL.of(key).isEmpty() && !FieldDefinition.isKey(key),
              "whenUnknown." + key,
              "unknown_fill_in",
              "There is no fill-in called " + key + ".");
        });
    checkFields(problems);
    checks.check("checks", problems);
    sending.check("sending", problems);
    pages.check("pages", problems);
    return problems.list();
  }

  /** What emails may say of their readers: what is always known, and answers to own fields (F1). */
  public FillIns fillIns() {
    return FillIns.USUAL.and(
        fields.stream().map(field -> FillIn.answer(field.key(), field.label())).toList());
  }

  private void checkFields(Problems problems) {
    problems.when(
        fields.size() > MOST_FIELDS, "fields", "too_many", "At most 40 fields of your own.");
    long different = fields.stream().map(FieldDefinition::key).distinct().count();
    problems.when(different != fields.size(), "fields", "twice", "Two fields have the same name.");
    for (int i = 0; i < fields.size(); i++) {
      fields.get(i).check("fields[" + i + "]", problems);
    }
  }

  private static void address(String value, String field, Problems problems) {
    if (!value.isEmpty()) {
      try {
        EmailAddress.parse(value);
      } catch (EmailAddress.Refused refused) {
        problems.add(field, refused.fault().code(), refused.fault().message());
      }
    }
  }
}
