package upbeat.herald.core.mailauth;

import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The record that publishes the key of a domain's signatures (RFC 6376, 3.6.1). */
public final class DkimRecord {
    /** A string of a TXT record holds at most 255 octets (RFC 1035, 3.3.14); the parts are joined without a space. */
    private static final int LONGEST_STRING = 255;

    private DkimRecord() {}

    public static String nameOf(String selector, String domain) {
        return selector + "._domainkey." + domain;
    }

    /** @param publicKey an RSA key as SubjectPublicKeyInfo (RFC 5280, 4.1) */
    public static String write(byte[] publicKey) {
        return "v=DKIM1; k=rsa; p=" + Base64.getEncoder().encodeToString(publicKey);
    }

    /** The text in quoted strings, as name servers want it. */
    public static String quote(String text) {
        List<String> parts = new ArrayList<>();
        for (int at = 0; at < text.length(); at += LONGEST_STRING)
            parts.add('"' + text.substring(at, Math.min(text.length(), at + LONGEST_STRING)) + '"');
        return String.join(" ", parts);
    }

    /** The key that a record publishes; empty where it is none, is revoked, or is of another kind. */
    static Optional<byte[]> findKey(String record) {
        Map<String, String> tags = TagList.parse(record).orElse(Map.of());
        String version = tags.getOrDefault("v", "DKIM1");
        String kind = tags.getOrDefault("k", "rsa");
        String key = tags.getOrDefault("p", "");
        if (!version.equals("DKIM1") || !kind.equals("rsa") || key.isEmpty()) return Optional.empty();
        try {
            return Optional.of(Base64.getDecoder().decode(key));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
