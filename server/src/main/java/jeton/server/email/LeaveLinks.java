package jeton.server.email;

import jeton.server.business.PublicUrl;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/** Where the way to leave leads: signed, so that nobody can take others off the list. */
@Component
class LeaveLinks {
  private final Tokens tokens;
  private final PublicUrl publicUrl;

  LeaveLinks(Tokens tokens, PublicUrl publicUrl) {
    this.tokens = tokens;
    this.publicUrl = publicUrl;
  }

  /** The link of one email to one person. */
  String address(long personId, long outboxId) {
    return publicUrl.of("/u/" + tokens.sign("leave", personId, outboxId));
  }
}
