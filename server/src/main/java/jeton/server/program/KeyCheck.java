package jeton.server.program;

import jeton.server.programkey.ProgramKeys;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** Whether a program may do what it asks for. */
@Component
class KeyCheck {
  private final ProgramKeys keys;

  KeyCheck(ProgramKeys keys) {
    this.keys = keys;
  }

  void mayRead(String authorization) {
    check(authorization, ProgramKeys.May.READ_PEOPLE);
  }

  void mayChange(String authorization) {
    check(authorization, ProgramKeys.May.CHANGE_PEOPLE);
  }

  private void check(String authorization, ProgramKeys.May what) {
    if (!keys.mayBy(authorization, what)) {
      throw new ResponseStatusException(
          HttpStatus.UNAUTHORIZED, "A key is needed that may do this; Setup makes one.");
    }
  }
}
