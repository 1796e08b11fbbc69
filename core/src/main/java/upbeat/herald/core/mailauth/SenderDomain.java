package upbeat.herald.core.mailauth;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A domain that mail is sent from, judged by what DNS says of it.
 *
 * @param domain of the sender's address
 * @param envelope domain of the return path, which SPF goes by; the same where there is no other
 * @param servers IPv4 and IPv6 addresses of the mail server that sends for it, as far as they are known
 * @param selector of our own key; {@code publicKey} that key, or null where the mail isn't signed here
 */
public record SenderDomain(
        String domain, String envelope, List<String> servers, String selector, byte @Nullable [] publicKey) {
    private static final Set<String> POLICIES = Set.of("none", "quarantine", "reject");

    /** @param record to publish under {@code name}, or null where nothing is to be published */
    public record Finding(
            Subject subject,
            State state,
            String text,
            @Nullable String name,
            @Nullable String record) {}

    public enum Subject {
        SPF,
        DKIM,
        DMARC,
        MX;

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public enum State {
        GOOD,
        /** Works, and would be better otherwise. */
        WEAK,
        /** Mail is likely to be put aside or refused because of it. */
        BAD,
        /** DNS couldn't be asked. */
        UNKNOWN;

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    private interface Check {
        Finding run();
    }

    /** One finding for each subject. */
    public List<Finding> check(DnsAnswers dns) {
        List<Finding> findings = new ArrayList<>();
        findings.add(unlessAway(Subject.SPF, () -> checkSpf(dns)));
        findings.add(unlessAway(Subject.DKIM, () -> checkDkim(dns)));
        findings.add(unlessAway(Subject.DMARC, () -> checkDmarc(dns)));
        findings.add(unlessAway(Subject.MX, () -> checkMx(dns)));
        return findings;
    }

    private static Finding unlessAway(Subject subject, Check check) {
        try {
            return check.run();
        } catch (DnsAnswers.UnavailableException e) {
            return new Finding(subject, State.UNKNOWN, "DNS didn't answer: " + e.getMessage(), null, null);
        }
    }

    private Finding checkSpf(DnsAnswers dns) {
        List<String> records = Spf.findRecords(envelope, dns);
        if (records.isEmpty())
            return new Finding(
                    Subject.SPF,
                    State.BAD,
                    "There is no SPF record. Publish one that names the servers that send for " + envelope,
                    envelope,
                    suggestSpf());
        if (records.size() > 1)
            return new Finding(
                    Subject.SPF,
                    State.BAD,
                    "There are " + records.size() + " SPF records, so receivers use none. Merge them into one",
                    envelope,
                    null);
        for (String server : servers) {
            Spf.Result result = Spf.check(envelope, server, dns);
            if (result == Spf.Result.PASS) continue;
            if (result == Spf.Result.TEMPERROR) throw new DnsAnswers.UnavailableException("a part of the SPF record");
            return result == Spf.Result.PERMERROR
                    ? new Finding(
                            Subject.SPF,
                            State.BAD,
                            "The SPF record has a mistake, or needs more than ten look-ups: " + records.get(0),
                            envelope,
                            null)
                    : new Finding(
                            Subject.SPF,
                            State.WEAK,
                            "The SPF record doesn't list your mail server, " + server
                                    + ". Add it, or the entry your mail provider tells you to publish",
                            envelope,
                            withServer(records.get(0), server));
        }
        return servers.isEmpty()
                ? new Finding(
                        Subject.SPF,
                        State.WEAK,
                        "There is an SPF record. Whether it allows your mail server can't be told from here",
                        envelope,
                        null)
                : new Finding(Subject.SPF, State.GOOD, "Your mail server may send for " + envelope, null, null);
    }

    private String suggestSpf() {
        StringBuilder record = new StringBuilder("v=spf1");
        for (String server : servers) record.append(' ').append(term(server));
        return record.append(servers.isEmpty() ? " mx ~all" : " ~all").toString();
    }

    private static String term(String server) {
        return (server.contains(":") ? "ip6:" : "ip4:") + server;
    }

    private static String withServer(String record, String server) {
        String[] terms = record.strip().split(" +");
        return terms[0] + " " + term(server) + " "
                + String.join(" ", Arrays.asList(terms).subList(1, terms.length));
    }

    private Finding checkDkim(DnsAnswers dns) {
        if (publicKey == null)
            return new Finding(
                    Subject.DKIM,
                    State.WEAK,
                    "Mail isn't signed here. That's fine where your mail server signs it; else make a key",
                    null,
                    null);
        String name = DkimRecord.nameOf(selector, domain);
        String ours = DkimRecord.write(publicKey);
        List<String> records = dns.findTexts(name);
        if (records.isEmpty())
            return new Finding(Subject.DKIM, State.BAD, "The key isn't published yet. Publish this record", name, ours);
        boolean isOurs = records.stream()
                .flatMap(r -> DkimRecord.findKey(r).stream())
                .anyMatch(key -> Arrays.equals(key, publicKey));
        if (isOurs && records.size() == 1)
            return new Finding(Subject.DKIM, State.GOOD, "The key of the signatures is published", null, null);
        return new Finding(
                Subject.DKIM,
                State.BAD,
                isOurs
                        ? "There are several records under this name, so receivers may take the wrong one. Keep this one"
                        : "Another key is published under this name, so signatures don't hold. Publish this record",
                name,
                ours);
    }

    private Finding checkDmarc(DnsAnswers dns) {
        String name = "_dmarc." + domain;
        List<String> records = dns.findTexts(name).stream()
                .filter(t -> t.replaceAll("\\s+", "").startsWith("v=DMARC1"))
                .toList();
        // A subdomain without a record of its own goes by the one above it (RFC 7489, 6.6.3).
        String above = domain.substring(domain.indexOf('.') + 1);
        if (records.isEmpty() && above.contains("."))
            records = dns.findTexts("_dmarc." + above).stream()
                    .filter(t -> t.replaceAll("\\s+", "").startsWith("v=DMARC1"))
                    .toList();
        if (records.isEmpty())
            return new Finding(
                    Subject.DMARC,
                    State.WEAK,
                    "There is no DMARC record. Large mailbox providers ask senders for one",
                    name,
                    "v=DMARC1; p=none");
        Map<String, String> tags = TagList.parse(records.get(0)).orElse(Map.of());
        String policy = tags.getOrDefault("p", "").toLowerCase(Locale.ROOT);
        if (records.size() > 1 || !POLICIES.contains(policy))
            return new Finding(
                    Subject.DMARC,
                    State.BAD,
                    records.size() > 1
                            ? "There are several DMARC records, so receivers use none. Keep one"
                            : "The DMARC record has no policy that receivers know: p is none, quarantine or reject",
                    name,
                    "v=DMARC1; p=none");
        return new Finding(Subject.DMARC, State.GOOD, "There is a DMARC record; its policy is " + policy, null, null);
    }

    private Finding checkMx(DnsAnswers dns) {
        List<String> servers = dns.findMailServers(domain);
        boolean isNull = servers.size() == 1
                && (servers.get(0).isEmpty() || servers.get(0).equals("."));
        if (isNull)
            return new Finding(
                    Subject.MX,
                    State.BAD,
                    domain + " says that it takes no mail (RFC 7505), so nobody can answer and some refuse its mail",
                    null,
                    null);
        if (!servers.isEmpty())
            return new Finding(Subject.MX, State.GOOD, "Answers go to " + String.join(", ", servers), null, null);
        return dns.findAddresses(domain).isEmpty()
                ? new Finding(
                        Subject.MX,
                        State.BAD,
                        domain + " has no mail server, so nobody can answer and some refuse its mail",
                        null,
                        null)
                : new Finding(
                        Subject.MX,
                        State.WEAK,
                        domain + " has no MX record; mail goes to its address itself (RFC 5321, 5.1)",
                        null,
                        null);
    }
}
