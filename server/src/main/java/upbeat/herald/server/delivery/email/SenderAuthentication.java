package upbeat.herald.server.delivery.email;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.mailauth.DkimRecord;
import upbeat.herald.core.mailauth.DnsAnswers;
import upbeat.herald.core.mailauth.SenderDomain;
import upbeat.herald.core.mailauth.SenderDomain.Finding;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.GatewayAccounts;
import upbeat.herald.server.delivery.email.DkimKeyRepository.DkimKey;
import upbeat.herald.server.delivery.email.SenderVerification.Asked;

/** Whether receivers will believe the mail of a sender's domain, and the key that signs it. */
@Component
class SenderAuthentication {
    private final SenderVerification senders;
    private final DkimKeys keys;
    private final GatewayAccounts accounts;
    private final ReplyMailProperties incoming;
    private final DnsAnswers dns;

    SenderAuthentication(
            SenderVerification senders,
            DkimKeys keys,
            GatewayAccounts accounts,
            ReplyMailProperties incoming,
            DnsLookup dns) {
        this.senders = senders;
        this.keys = keys;
        this.accounts = accounts;
        this.incoming = incoming;
        this.dns = dns;
    }

    /** @param quoted the record in strings, as name servers want it; null as {@code record} */
    record FindingView(
            String subject,
            String state,
            String text,
            @Nullable String name,
            @Nullable String record,
            @Nullable String quoted) {}

    /**
     * @param selector of the key, or null where there is none; {@code signs} where it signs mail
     * @param findings empty where DNS wasn't asked
     */
    record SenderAuthenticationView(
            String domain, @Nullable String selector, boolean signs, List<FindingView> findings) {}

    SenderAuthenticationView get(Asked asked) {
        return view(domainOf(asked), List.of());
    }

    /** Asks DNS. A key that is found published signs from now on. */
    SenderAuthenticationView check(Asked asked) {
        String domain = domainOf(asked);
        DkimKey key = keys.find(domain).orElse(null);
        List<Finding> findings = new SenderDomain(
                        domain,
                        envelopeOf(domain),
                        findServers(),
                        key == null ? "" : key.selector(),
                        key == null ? null : Base64.getDecoder().decode(key.publicKey()))
                .check(dns);
        boolean isPublished = findings.stream()
                .anyMatch(f -> f.subject() == SenderDomain.Subject.DKIM && f.state() == SenderDomain.State.GOOD);
        if (key != null && !key.isLive() && isPublished) keys.activate(domain);
        return view(domain, findings);
    }

    SenderAuthenticationView createKey(Asked asked) {
        keys.create(domainOf(asked));
        return check(asked);
    }

    SenderAuthenticationView deleteKey(Asked asked) {
        keys.delete(domainOf(asked));
        return check(asked);
    }

    private String domainOf(Asked asked) {
        String address = senders.get(asked).address();
        if (Texts.isBlank(address))
            throw new HeraldException("senderAddress", "Enter the sender address of e-mails first");
        return address.substring(address.indexOf('@') + 1).toLowerCase(Locale.ROOT);
    }

    private String envelopeOf(String domain) {
        String path = incoming.returnPath();
        return path == null ? domain : path.substring(path.lastIndexOf('@') + 1).toLowerCase(Locale.ROOT);
    }

    /** A server within this network leaves it by an address that nobody here knows. */
    private List<String> findServers() {
        Optional<String> host = accounts.findInUse(EmailChannel.EMAIL).flatMap(a -> Optional.ofNullable(a.host()));
        if (host.isEmpty()) return List.of();
        try {
            List<String> found =
                    host.get().matches("[0-9.]+|.*:.*") ? List.of(host.get()) : dns.findAddresses(host.get());
            return found.stream().filter(SenderAuthentication::isPublic).toList();
        } catch (DnsAnswers.UnavailableException e) {
            return List.of();
        }
    }

    private static boolean isPublic(String address) {
        try {
            InetAddress a = InetAddress.getByName(address);
            return !a.isLoopbackAddress()
                    && !a.isSiteLocalAddress()
                    && !a.isLinkLocalAddress()
                    && !a.isAnyLocalAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    private SenderAuthenticationView view(String domain, List<Finding> findings) {
        DkimKey key = keys.find(domain).orElse(null);
        return new SenderAuthenticationView(
                domain,
                key == null ? null : key.selector(),
                key != null && key.isLive(),
                findings.stream().map(SenderAuthentication::view).toList());
    }

    private static FindingView view(Finding f) {
        return new FindingView(
                f.subject().code(),
                f.state().code(),
                f.text(),
                f.name(),
                f.record(),
                f.record() == null ? null : DkimRecord.quote(f.record()));
    }
}
