package upbeat.herald.core.mailauth;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Whether a domain lets a server send its mail (SPF, RFC 7208). Macros need a message and are not worked out: a record
 * that hangs on one gives {@link Result#NEUTRAL}.
 */
public final class Spf {
    /** RFC 7208, 4.6.4. */
    private static final int MOST_LOOKUPS = 10;

    private static final Pattern TERM = Pattern.compile(
            "([+\\-~?]?)(all|include|a|mx|ptr|ip4|ip6|exists)(?::([^/]+))?(?:/(\\d{1,3}))?(?://(\\d{1,3}))?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern IP6_TERM =
            Pattern.compile("([+\\-~?]?)ip6:([0-9A-Fa-f:.]+)(?:/(\\d{1,3}))?", Pattern.CASE_INSENSITIVE);
    private static final Pattern MODIFIER = Pattern.compile("([A-Za-z][\\w.-]*)=(.*)");

    private final DnsAnswers dns;
    private int lookups;

    private Spf(DnsAnswers dns) {
        this.dns = dns;
    }

    /** RFC 7208, 2.6. */
    public enum Result {
        NONE,
        NEUTRAL,
        PASS,
        FAIL,
        SOFTFAIL,
        /** DNS couldn't be asked. */
        TEMPERROR,
        /** The record can't be used: two of them, a mistake in it, or too many names to look up. */
        PERMERROR
    }

    private static final class PermanentException extends RuntimeException {
        private static final long serialVersionUID = 1;

        PermanentException() {
            super(null, null, false, false);
        }
    }

    /** @param address of the server that sends, IPv4 or IPv6 */
    public static Result check(String domain, String address, DnsAnswers dns) {
        IpAddress ip =
                IpAddress.parse(address).orElseThrow(() -> new IllegalArgumentException("not an address: " + address));
        try {
            return new Spf(dns).check(domain, ip);
        } catch (PermanentException e) {
            return Result.PERMERROR;
        } catch (DnsAnswers.UnavailableException e) {
            return Result.TEMPERROR;
        }
    }

    /** The domain's SPF records; more than one is a mistake. */
    public static List<String> findRecords(String domain, DnsAnswers dns) {
        return dns.findTexts(domain).stream()
                .filter(t -> t.equalsIgnoreCase("v=spf1")
                        || t.toLowerCase(Locale.ROOT).startsWith("v=spf1 "))
                .toList();
    }

    private Result check(String domain, IpAddress ip) {
        List<String> records = findRecords(domain, dns);
        if (records.isEmpty()) return Result.NONE;
        if (records.size() > 1) throw new PermanentException();
        String redirect = null;
        String[] terms = records.get(0).strip().split(" +");
        for (int i = 1; i < terms.length; i++) {
            Matcher modifier = MODIFIER.matcher(terms[i]);
            if (modifier.matches()) {
                if (modifier.group(1).equalsIgnoreCase("redirect")) redirect = modifier.group(2);
                continue;
            }
            Optional<Result> met = judge(terms[i], domain, ip);
            if (met.isPresent()) return met.get();
        }
        if (redirect == null) return Result.NEUTRAL;
        countLookup();
        Result there = check(redirect, ip);
        if (there == Result.NONE) throw new PermanentException();
        return there;
    }

    /** What a mechanism says of the address; empty where it isn't met. */
    private Optional<Result> judge(String term, String domain, IpAddress ip) {
        if (term.contains("%")) return Optional.empty();
        Matcher v6 = IP6_TERM.matcher(term);
        if (v6.matches())
            return isIn(ip, v6.group(2), v6.group(3)) ? Optional.of(result(v6.group(1))) : Optional.empty();
        Matcher m = TERM.matcher(term);
        if (!m.matches()) throw new PermanentException();
        String target = m.group(3) == null ? domain : m.group(3);
        boolean isMet =
                switch (m.group(2).toLowerCase(Locale.ROOT)) {
                    case "all" -> true;
                    case "ip4" -> isIn(ip, target, m.group(4));
                    case "a" -> {
                        countLookup();
                        yield isOneOf(ip, target, m);
                    }
                    case "mx" -> {
                        countLookup();
                        List<String> servers = dns.findMailServers(target);
                        if (servers.size() > MOST_LOOKUPS) throw new PermanentException();
                        yield servers.stream().anyMatch(server -> isOneOf(ip, server, m));
                    }
                    case "include" -> {
                        countLookup();
                        yield isIncluded(target, ip);
                    }
                    default -> { // exists and ptr, which no record should use any more (RFC 7208, 5.5)
                        countLookup();
                        yield false;
                    }
                };
        return isMet ? Optional.of(result(m.group(1))) : Optional.empty();
    }

    /** RFC 7208, 5.2. */
    private boolean isIncluded(String target, IpAddress ip) {
        Result there = check(target, ip);
        if (there == Result.NONE) throw new PermanentException();
        return there == Result.PASS;
    }

    private boolean isOneOf(IpAddress ip, String name, Matcher term) {
        String prefix = ip.isV6() ? term.group(5) : term.group(4);
        return dns.findAddresses(name).stream()
                .flatMap(a -> IpAddress.parse(a).stream())
                .filter(a -> a.isV6() == ip.isV6())
                .anyMatch(a -> ip.isWithin(a, prefix(prefix, a)));
    }

    private static boolean isIn(IpAddress ip, String network, @Nullable String prefix) {
        IpAddress of = IpAddress.parse(network).orElseThrow(PermanentException::new);
        return ip.isWithin(of, prefix(prefix, of));
    }

    private static int prefix(@Nullable String given, IpAddress of) {
        int prefix = given == null ? of.bits() : Integer.parseInt(given);
        if (prefix > of.bits()) throw new PermanentException();
        return prefix;
    }

    private void countLookup() {
        if (++lookups > MOST_LOOKUPS) throw new PermanentException();
    }

    private static Result result(String qualifier) {
        return switch (qualifier) {
            case "-" -> Result.FAIL;
            case "~" -> Result.SOFTFAIL;
            case "?" -> Result.NEUTRAL;
            default -> Result.PASS;
        };
    }
}
