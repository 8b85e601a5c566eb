package jeton.server.business;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What the environment says (docs/commands.md).
 *
 * @param home folder for files
 * @param publicUrl where visitors reach this install, without a slash at the end; empty: as each
 *     request came in, and for emails http://127.0.0.1 with the port
 * @param verifierUrl address of a service that is asked whether an address works; empty for none
 * @param secretKey what the secrets in the database are encrypted by; empty for the home's own key
 * @param proxies addresses or networks (CIDR) of the proxies in front, by commas; empty for none
 * @param trustsOwnMachine whether requests from this machine are under no limits: for the demo and
 *     tests, where everybody comes from it
 * @param privateNetworks whether addresses that lead into private networks may be fetched from
 * @param metricsKey what lets somebody elsewhere read the measures; empty: only this machine may
 * @param dnsServer host and port of the name server to ask; empty for the system's
 * @param smtpUrl used until Setup says otherwise; empty for none
 */
@ConfigurationProperties("jeton")
public record JetonSettings(
    Path home,
    @DefaultValue("") String publicUrl,
    @DefaultValue("") String smtpUrl,
    @DefaultValue("") String ownerEmail,
    @DefaultValue("") String ownerPassword,
    @DefaultValue("") String verifierUrl,
    @DefaultValue("") String dnsServer,
    @DefaultValue("") String secretKey,
    @DefaultValue("") String proxies,
    @DefaultValue("") String metricsKey,
    @DefaultValue("false") boolean trustsOwnMachine,
    @DefaultValue("false") boolean privateNetworks,
    @DefaultValue("system") String clock) {}
