package jeton.server.readiness;

import java.net.URI;
import java.util.Optional;
import jeton.core.readiness.Facts;
import jeton.server.backup.BackupRuns;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.business.SmtpSettings;
import jeton.server.request.Install;
import org.springframework.stereotype.Component;

/** How this install sends and is reached: the same for every offer. */
@Component
class InstallFacts {
  private final Business business;
  private final Install install;
  private final PublicUrl publicUrl;
  private final BackupRuns backups;

  InstallFacts(Business business, Install install, PublicUrl publicUrl, BackupRuns backups) {
    this.business = business;
    this.install = install;
    this.publicUrl = publicUrl;
    this.backups = backups;
  }

  Facts.Install reached() {
    return new Facts.Install(
        install.isEncrypted(),
        install.listensToAll(),
        install.hasUnnamedProxy(),
        backups.standing().missed());
  }

  Facts.Mail mail() {
    Optional<SmtpSettings> smtp = business.now().smtp();
    String host = smtp.map(SmtpSettings::host).orElse("");
    boolean here = host.equals("localhost") || host.startsWith("127.") || host.equals("::1");
    String publicHost = URI.create(publicUrl.of("/")).getHost();
    return new Facts.Mail(
        smtp.isPresent(),
        smtp.map(SmtpSettings::user).orElse(""),
        smtp.filter(s -> s.security() != SmtpSettings.Security.NONE).isPresent(),
        here,
        publicHost == null ? "" : publicHost);
  }
}
