package jeton.core.readiness;

import static jeton.core.readiness.Finding.grave;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import jeton.core.readiness.Finding.Severity;
import jeton.core.readiness.Finding.Stop;

/** What would go wrong with an offer, in the order of the track. */
public final class Readiness {
  private final Facts facts;
  private final List<Finding> findings = new ArrayList<>();

  private Readiness(Facts facts) {
    this.facts = facts;
  }

  /** The findings, in the order of the track. */
  public static List<Finding> of(Facts facts) {
    return new Readiness(facts).look();
  }

  /** Whether an offer may go live. */
  public static boolean mayGoLive(List<Finding> findings) {
    return findings.stream().noneMatch(finding -> finding.severity() == Severity.GRAVE);
  }

  private List<Finding> look() {
    facts.lacks().forEach(lack -> findings.add(Finding.of(lack)));
    lookAtIdentity();
    lookAtMail();
    lookAtInstall();
    findings.addAll(new AskLook(facts).look());
    lookAtConfirm();
    findings.addAll(new HandOverLook(facts).look());
    findings.addAll(new FollowUpLook(facts).look());
    findings.addAll(new TrialLook(facts).look());
    return List.copyOf(findings);
  }

  private void lookAtIdentity() {
    Facts.Business business = facts.business();
    when(
        business.postalAddress().isBlank(),
        grave(
            "no_postal_address",
            "Your postal address is missing. Every email must carry one.",
            Stop.SETUP,
            "postalAddress"));
    when(
        business.senderEmail().isBlank() || business.senderName().isBlank(),
        grave(
            "no_sender",
            "Emails have no sender yet: a name and an address.",
            Stop.SETUP,
            "sender"));
  }

  private void lookAtMail() {
    Facts.Mail mail = facts.business().mail();
    when(
        !mail.known(),
        grave(
            "no_mail_server",
            "No mail server is set up, so no email can leave.",
            Stop.SETUP,
            "mail"));
    when(
        mail.known() && !mail.onlyHere() && isLoopback(mail.publicHost()),
        grave(
            "no_way_to_leave",
            "Links in emails, the one to leave among them, lead to "
                + mail.publicHost()
                + ", which nobody else can open. Set the public address.",
            Stop.SETUP,
            "mail"));
    String ours = domain(facts.business().senderEmail());
    String theirs = domain(mail.signIn());
    when(
        !ours.isEmpty() && !theirs.isEmpty() && !belongsTo(ours, theirs),
        Finding.worthALook(
            "sender_domain",
            "Emails come from "
                + ours
                + " but leave by a sign-in of "
                + theirs
                + ": many mailboxes distrust that.",
            Stop.SETUP,
            "sender"));
  }

  private void lookAtInstall() {
    Facts.Mail mail = facts.business().mail();
    Facts.Install install = facts.business().install();
    boolean isPublic = !isLoopback(mail.publicHost()) && !mail.publicHost().isEmpty();
    when(
        mail.known() && !mail.onlyHere() && !mail.signIn().isEmpty() && !mail.encrypted(),
        Finding.worthALook(
            "mail_password_readable",
            "The mail server's password goes out unencrypted: whoever is on the line can read it.",
            Stop.SETUP,
            "mail"));
    when(
        isPublic && !install.encrypted(),
        Finding.worthALook(
            "not_encrypted",
            "Visitors reach Jeton without encryption. Put a proxy with https in front, and name the"
                + " https address in JETON_PUBLIC_URL.",
            Stop.SETUP,
            "mail"));
    when(
        isPublic && install.encrypted() && install.listensToAll(),
        Finding.worthALook(
            "listens_to_all",
            "Jeton can be reached past the proxy in front of it. JETON_ADDRESS=127.0.0.1 keeps others"
                + " out.",
            Stop.SETUP,
            "mail"));
    when(
        install.unnamedProxy(),
        Finding.worthALook(
            "proxy_not_named",
            "Requests come through a proxy that is not named, so all visitors look like one, and share"
                + " one visitor's limits. Name it in JETON_PROXIES.",
            Stop.SETUP,
            "mail"));
    when(
        install.backupMissed(),
        Finding.worthALook(
            "no_backup",
            "There has been no good back-up for more than two days. See what keeps it under Upkeep.",
            Stop.SETUP,
            "upkeep"));
  }

  private void lookAtConfirm() {
    when(
        !facts.confirm().on(),
        Finding.worthALook(
            "confirmation_off",
            "Nobody is asked to confirm, so anyone can enter somebody else's address.",
            Stop.CONFIRM,
            "on"));
    if (facts.confirm().on()) {
      when(
          !facts.confirm().email().confirms(),
          grave(
                  "no_confirm_button",
                  "The confirmation email has no button that confirms.",
                  Stop.CONFIRM,
                  "email")
              .curedBy(new Cure.PutConfirmButtonIn()));
      findings.addAll(
          new EmailLook(facts, "The confirmation email", Stop.CONFIRM, "email")
              .look(facts.confirm().email()));
    }
  }

  private static boolean isLoopback(String host) {
    return host.equals("localhost") || host.startsWith("127.") || host.equals("[::1]");
  }

  private static String domain(String address) {
    int at = address.lastIndexOf('@');
    return at < 0 ? "" : address.substring(at + 1).toLowerCase(Locale.ROOT).strip();
  }

  private static boolean belongsTo(String domain, String other) {
    return domain.equals(other) || domain.endsWith("." + other) || other.endsWith("." + domain);
  }

  private void when(boolean wrong, Finding finding) {
    if (wrong) {
      findings.add(finding);
    }
  }
}
