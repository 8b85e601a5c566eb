package jeton.server.trial;

import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.form.FormSettings;

/**
 * What a version of something tried says, by what it is of.
 *
 * @param form of a form
 * @param email of an email
 */
public record TrialContent(Optional<FormSettings> form, Optional<EmailContent> email) {
  /** Neither: what a program may send that does not know better. */
  static final TrialContent NOTHING = new TrialContent(Optional.empty(), Optional.empty());

  public TrialContent {
    form = form == null ? Optional.empty() : form;
    email = email == null ? Optional.empty() : email;
  }

  /** Of a form. */
  public static TrialContent of(FormSettings form) {
    return new TrialContent(Optional.of(form), Optional.empty());
  }

  /** Of an email. */
  public static TrialContent of(EmailContent email) {
    return new TrialContent(Optional.empty(), Optional.of(email));
  }
}
