package jeton.core.wheel;

import java.util.List;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;

/**
 * What the shop is told when somebody wins.
 *
 * @param on whether it is
 * @param to further addresses, at most 5; the owners' own are not among them by themselves
 * @param email its words, with the fill-ins of the wheel
 */
public record WinNotice(boolean on, List<String> to, EmailContent email) {
  /** Off, with words to begin with. */
  public static final WinNotice USUAL =
      new WinNotice(
          false,
          List.of(),
          new EmailContent(
              "Won on {{offer_name}}: {{prize}}",
              "",
              EmailContent.Style.LETTER,
              List.of(
                  EmailBlock.text(
                      "<p>{{first_name}} ({{email}}) has won:</p><p>{{prize}} {{code}}</p>")),
              "",
              List.of()));

  private static final int MOST = 5;

  public WinNotice {
    to = to == null ? List.of() : to.stream().map(String::strip).toList();
    email = email == null ? USUAL.email() : email;
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, FillIns allowed, Problems problems) {
    problems.when(to.size() > MOST, path + ".to", "too_many", "At most 5 addresses.");
    for (int i = 0; i < to.size(); i++) {
      try {
        EmailAddress.parse(to.get(i));
      } catch (EmailAddress.Refused refused) {
        problems.add(path + ".to[" + i + "]", refused.fault().code(), refused.fault().message());
      }
    }
    problems.when(on && to.isEmpty(), path + ".to", "empty", "Who is to be told?");
    email.check(path + ".email", allowed, problems);
  }
}
