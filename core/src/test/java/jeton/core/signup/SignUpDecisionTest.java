package jeton.core.signup;

import static org.assertj.core.api.Assertions.assertThat;

import jeton.core.people.PersonState;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rules S2 to S5, every state with confirmation on and off. */
class SignUpDecisionTest {

  @ParameterizedTest(name = "new={0} {1} confirmation={2} -> {3}")
  @CsvSource({
    "true,  WAITING_TO_CONFIRM, true,  ASK_TO_CONFIRM",
    "true,  ON_THE_LIST,        false, HAND_OVER",
    "false, WAITING_TO_CONFIRM, true,  ASK_TO_CONFIRM",
    "false, WAITING_TO_CONFIRM, false, HAND_OVER",
    "false, ON_THE_LIST,        true,  HAND_OVER",
    "false, ON_THE_LIST,        false, HAND_OVER",
    "false, LEFT,               true,  ASK_TO_CONFIRM",
    "false, LEFT,               false, ASK_TO_CONFIRM",
    "false, BLOCKED,            true,  SEND_NOTHING",
    "false, BLOCKED,            false, SEND_NOTHING",
    "false, UNREACHABLE,        true,  ASK_TO_CONFIRM",
    "false, UNREACHABLE,        false, ASK_TO_CONFIRM",
  })
  void decides(boolean isNew, PersonState state, boolean confirmation, SignUpDecision expected) {
    assertThat(SignUpDecision.of(isNew, state, confirmation)).isEqualTo(expected);
  }
}
