package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import jeton.core.people.TagChange;
import org.junit.jupiter.api.Test;

/** What holds back going live, and what is worth a look. */
class ReadinessTest extends AnOffer {
  @Test
  void aWholeOffer_hasNothingToLookAt() {
    step(true, 60, PLAIN);
    assertThat(codes()).isEmpty();
  }

  @Test
  void theThreeGraveOnes_holdBackGoingLive() {
    files = 0;
    postalAddress = " ";
    sender = "";
    assertThat(codes()).containsExactly("no_file", "no_postal_address", "no_sender");
    assertThat(Readiness.mayGoLive(findings())).isFalse();
  }

  @Test
  void theOthers_doNot() {
    confirmation = false;
    step(false, 0, PLAIN);
    step(true, 0, PLAIN);
    assertThat(codes()).containsExactly("confirmation_off", "draft_in_the_middle");
    assertThat(Readiness.mayGoLive(findings())).isTrue();
  }

  @Test
  void mail_withoutServer_withLinksNobodyCanOpen_orAStrangeSender_isFound() {
    mail = new Facts.Mail(false, "", true, true, "127.0.0.1");
    assertThat(codes()).containsExactly("no_mail_server");
    mail = new Facts.Mail(true, "", true, false, "127.0.0.1");
    assertThat(codes()).containsExactly("no_way_to_leave");
    mail = new Facts.Mail(true, "ann@elsewhere.example", true, false, "q.example");
    assertThat(codes()).containsExactly("sender_domain");
    mail = new Facts.Mail(true, "ann@mail.quireandthread.example", true, false, "q.example");
    assertThat(codes()).isEmpty();
  }

  @Test
  void whatIsUnwiseAboutTheInstall_isWorthALook_whereOthersCanReachIt() {
    install = new Facts.Install(false, true, true, false);
    mail = new Facts.Mail(true, "hello@quireandthread.example", false, false, "127.0.0.1");
    assertThat(codes())
        .contains("mail_password_readable", "proxy_not_named")
        .doesNotContain("not_encrypted", "listens_to_all");
    mail = new Facts.Mail(true, "", false, false, "quireandthread.example");
    assertThat(codes()).contains("not_encrypted").doesNotContain("mail_password_readable");
    install = new Facts.Install(true, true, false, true);
    assertThat(codes()).contains("listens_to_all", "no_backup").doesNotContain("not_encrypted");
    assertThat(findings()).noneMatch(f -> f.severity() == Finding.Severity.GRAVE);
  }

  @Test
  void tagsThatAreGone_areFoundWhereverTheyAreNamed() {
    tagChanges =
        List.of(
            new TagChange(TagChange.When.SIGN_UP, "Reader", true),
            new TagChange(TagChange.When.FIRST_USE, "buyer", true));
    rules =
        new SequenceRules(
            false, new Goal(Goal.Kind.TAG_GAINED, "customer"), Start.BY_SIGN_UP, RunAgain.NEVER);
    StepTiming later = StepTiming.after(new Wait(2, Wait.Unit.DAYS));
    stepWith(later, new Condition(Condition.Kind.LACKS_TAG, "guest"), PLAIN);
    stepWith(later, new Condition(Condition.Kind.HAS_TAG, " READER "), PLAIN);
    assertThat(findings())
        .extracting(Finding::code, Finding::control)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("tag_gone", "tags"),
            org.assertj.core.groups.Tuple.tuple("tag_gone", "step-1"),
            org.assertj.core.groups.Tuple.tuple("tag_gone", "sequence"));
  }
}
