package jeton.server.email;

import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailColumn;
import jeton.core.email.EmailContent;
import jeton.core.email.SocialLink;

/** Our own layouts: first words for the emails a welcome is made of. */
final class EmailLayouts {
  private static final EmailBlock HELLO = EmailBlock.text("<p>Hello {{first_name}},</p>");
  private static final EmailBlock BYE = EmailBlock.text("<p>Until soon,<br>{{business_name}}</p>");

  static final List<Emails.EmailLayout> OURS =
      List.of(
          layout(
              "A short letter",
              "Words and a link, as a person writes. Gets the most answers.",
              EmailContent.Style.LETTER,
              "A question, {{first_name}}",
              "It takes one line to answer",
              HELLO,
              EmailBlock.text(
                  "<p>how is it going with {{offer_name}}?</p>"
                      + "<p>Answer this email and tell me. I read every one.</p>"),
              BYE),
          layout(
              "Here it is",
              "Hands it over: what it is, its files, one button.",
              EmailContent.Style.FRAMED,
              "Here it is: {{offer_name}}",
              "Keep this email, the link is yours",
              HELLO,
              EmailBlock.text("<p>here is what you asked for.</p>"),
              EmailBlock.incentive("Open it"),
              EmailBlock.text(
                  "<p>The link is yours alone. Keep this email for when you lose the tab.</p>")),
          layout(
              "Not used yet",
              "For those who have not used their pass.",
              EmailContent.Style.FRAMED,
              "{{offer_name}} is still here",
              "Your link still works",
              HELLO,
              EmailBlock.text(
                  "<p>you asked for {{offer_name}} and have not used it yet. It is still here, behind the button.</p>"),
              EmailBlock.incentive("Open it now")),
          layout(
              "First help",
              "Three headings, each with the first thing to know.",
              EmailContent.Style.FRAMED,
              "Three things that help at the start",
              "Each takes a minute",
              HELLO,
              EmailBlock.text(
                  "<h2>Begin here</h2><p>Say the one thing everybody gets wrong first.</p>"
                      + "<h2>Then this</h2><p>Say what to do in the second sitting.</p>"
                      + "<h2>And keep for later</h2><p>Say what to come back for.</p>"),
              button("Read it all")),
          layout(
              "A picture and a story",
              "One large picture, a few paragraphs, a way on.",
              EmailContent.Style.FRAMED,
              "How it began",
              "A short story with a picture",
              EmailBlock.picture("", "", ""),
              EmailBlock.text(
                  "<h2>How it began</h2><p>Tell where you were, what went wrong, and what you found.</p>"
                      + "<blockquote><p>One sentence somebody said that stayed with you.</p></blockquote>"),
              button("See more"),
              BYE),
          layout(
              "Two to choose from",
              "Two things side by side, each with its own button.",
              EmailContent.Style.FRAMED,
              "Which one suits you, {{first_name}}?",
              "Two ways to go on",
              HELLO,
              EmailBlock.columns(
                  List.of(
                      new EmailColumn(
                          List.of(
                              EmailBlock.text("<h3>The first</h3><p>For whom it is.</p>"),
                              button("Choose this"))),
                      new EmailColumn(
                          List.of(
                              EmailBlock.text("<h3>The second</h3><p>For whom that is.</p>"),
                              button("Choose that")))))),
          layout(
              "A few good reads",
              "A list of links with a line each.",
              EmailContent.Style.FRAMED,
              "Four good reads for a quiet evening",
              "One of them is short",
              HELLO,
              EmailBlock.text(
                  "<ul><li><p>The first, and why it is worth it</p></li><li><p>The second</p></li>"
                      + "<li><p>The third</p></li><li><p>The short one</p></li></ul>"),
              EmailBlock.divider(),
              BYE),
          layout(
              "What to know about us",
              "Who you are, where you are, where else to find you.",
              EmailContent.Style.FRAMED,
              "Who writes to you here",
              "And where else to find us",
              HELLO,
              EmailBlock.text(
                  "<h2>Who we are</h2><p>Say in three sentences who makes what, where, and for whom.</p>"),
              EmailBlock.divider(),
              EmailBlock.social(
                  List.of(new SocialLink("Our shop", ""), new SocialLink("Pictures", "")))),
          layout(
              "The next part is open",
              "For a page that opens piece by piece: what is new, and the way there.",
              EmailContent.Style.FRAMED,
              "The next part is open, {{first_name}}",
              "It takes a few minutes",
              HELLO,
              EmailBlock.text(
                  "<p>the next part of {{offer_name}} is open now. Say in one sentence what is in it.</p>"),
              EmailBlock.incentive("Go to the page")),
          layout(
              "A thank-you with an offer",
              "Thanks, one thing at a better price, until when.",
              EmailContent.Style.FRAMED,
              "A thank-you, {{first_name}}",
              "For a few days only",
              HELLO,
              EmailBlock.text(
                  "<p>thank you for being here. Until Sunday there is something off for you.</p>"),
              button("See what it is"),
              EmailBlock.text("<p><em>It ends on Sunday at midnight.</em></p>")));

  private EmailLayouts() {}

  private static EmailBlock button(String label) {
    return EmailBlock.button(new EmailButton(label, EmailButton.Target.LINK, ""));
  }

  private static Emails.EmailLayout layout(
      String name,
      String about,
      EmailContent.Style style,
      String subject,
      String preview,
      EmailBlock... blocks) {
    return new Emails.EmailLayout(
        Optional.empty(),
        name,
        about,
        new EmailContent(subject, preview, style, List.of(blocks), "", List.of()));
  }
}
