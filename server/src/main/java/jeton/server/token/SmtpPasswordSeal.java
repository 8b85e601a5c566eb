package jeton.server.token;

import jeton.server.business.PasswordSeal;
import org.springframework.stereotype.Component;

/** The mail server's password, sealed as all secrets are. */
@Component
class SmtpPasswordSeal implements PasswordSeal {
  private static final String PURPOSE = "smtp";
  private final Vault vault;

  SmtpPasswordSeal(Vault vault) {
    this.vault = vault;
  }

  @Override
  public String seal(String password) {
    return vault.seal(PURPOSE, password);
  }

  @Override
  public String open(String kept) {
    return vault.open(PURPOSE, kept);
  }
}
