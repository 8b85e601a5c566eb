package jeton.server.business;

import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Setup over HTTP. */
@RestController
@RequestMapping("/api/business")
class BusinessApi {
  private final Business business;

  BusinessApi(Business business) {
    this.business = business;
  }

  record Saved(int version) {}

  record BusinessSave(int version, BusinessSettings settings) {}

  /** What the interface may know of the mail server: never the password. */
  record SmtpView(
      String host, int port, SmtpSettings.Security security, String user, boolean passwordKnown) {}

  record BusinessView(
      int version, BusinessSettings settings, Optional<SmtpView> smtp, Choices choices) {}

  @GetMapping
  BusinessView get() {
    Business.Snapshot now = business.now();
    return new BusinessView(
        now.version(), now.settings(), now.smtp().map(BusinessApi::view), Choices.ALL);
  }

  @PutMapping
  Saved put(@RequestBody BusinessSave save) {
    return new Saved(business.save(save.version(), save.settings()));
  }

  @PutMapping("/smtp")
  void putSmtp(@RequestBody SmtpSettings smtp) {
    business.saveSmtp(smtp);
  }

  private static SmtpView view(SmtpSettings smtp) {
    return new SmtpView(
        smtp.host(), smtp.port(), smtp.security(), smtp.user(), !smtp.password().isEmpty());
  }
}
