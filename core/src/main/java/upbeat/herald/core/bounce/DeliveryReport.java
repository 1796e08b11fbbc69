package upbeat.herald.core.bounce;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Reads the machine's part of a delivery report: {@code message/delivery-status}, RFC 3464. */
public final class DeliveryReport {
    private static final int MOST_RECIPIENTS = 100;
    private static final int LONGEST_WORDS = 500;
    private static final Pattern ESCAPE = Pattern.compile("\\+([0-9A-F]{2})");

    private DeliveryReport() {}

    /** Groups without an address or a known action are left out. */
    public static List<RecipientReport> parse(String status) {
        List<RecipientReport> found = new ArrayList<>();
        for (String group : status.replace("\r\n", "\n").split("\n[ \t]*\n")) {
            if (found.size() == MOST_RECIPIENTS) break;
            read(HeaderLines.parse(group)).ifPresent(found::add);
        }
        return found;
    }

    private static Optional<RecipientReport> read(Map<String, String> fields) {
        String last = address(fields.get("final-recipient"));
        String first = address(fields.get("original-recipient"));
        String address = first == null ? last : first;
        RecipientReport.Action action = action(fields.get("action"));
        if (address == null || action == null) return Optional.empty();
        String said = fields.get("diagnostic-code");
        MailStatus status = MailStatus.find(fields.getOrDefault("status", ""))
                .or(() -> said == null ? Optional.empty() : MailStatus.find(said))
                .orElse(null);
        return Optional.of(new RecipientReport(address, action, status, said == null ? null : words(said)));
    }

    /** "smtp; 550 5.1.1 no such user" without the type. */
    private static String words(String said) {
        int semicolon = said.indexOf(';');
        String plain = said.substring(semicolon + 1).strip();
        return plain.substring(0, Math.min(LONGEST_WORDS, plain.length()));
    }

    private static RecipientReport.@Nullable Action action(@Nullable String word) {
        if (word == null) return null;
        try {
            return RecipientReport.Action.valueOf(
                    word.replaceAll("[;(].*", "").strip().toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    /**
     * "rfc822; a@example.com", "utf-8; ..."; characters may be written as xtext (RFC 3461, 4) or \x{...} (RFC 6533, 3).
     */
    private static @Nullable String address(@Nullable String field) {
        if (field == null) return null;
        int semicolon = field.indexOf(';');
        String address = field.substring(semicolon + 1).strip().replaceAll("^<|>$", "");
        address = unicode(xtext(address));
        return address.isEmpty() || address.indexOf('@') < 1 ? null : address;
    }

    private static String xtext(String text) {
        Matcher escape = ESCAPE.matcher(text);
        return escape.replaceAll(m -> Matcher.quoteReplacement(
                new String(new byte[] {(byte) Integer.parseInt(m.group(1), 16)}, StandardCharsets.ISO_8859_1)));
    }

    private static final Pattern UNICODE = Pattern.compile("\\\\x\\{([0-9A-Fa-f]{1,6})}");

    private static String unicode(String text) {
        return UNICODE.matcher(text).replaceAll(m -> {
            int point = Integer.parseInt(m.group(1), 16);
            return Matcher.quoteReplacement(Character.isValidCodePoint(point) ? Character.toString(point) : "");
        });
    }

    /** Header lines, folded ones joined; names in small letters, the first of each counts. */
    static final class HeaderLines {
        private HeaderLines() {}

        static Map<String, String> parse(String lines) {
            Map<String, String> fields = new LinkedHashMap<>();
            for (String line :
                    lines.replace("\r\n", "\n").replaceAll("\n[ \t]+", " ").split("\n")) {
                int colon = line.indexOf(':');
                if (colon > 0)
                    fields.putIfAbsent(
                            line.substring(0, colon).strip().toLowerCase(Locale.ROOT),
                            line.substring(colon + 1).strip());
            }
            return fields;
        }
    }
}
