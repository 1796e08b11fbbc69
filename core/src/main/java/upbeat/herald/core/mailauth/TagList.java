package upbeat.herald.core.mailauth;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** A list of tags as in DKIM and DMARC records: {@code v=DKIM1; k=rsa; p=...} (RFC 6376, 3.2). */
final class TagList {
    private TagList() {}

    /** Empty where it isn't one, or a tag stands twice. White space within values is dropped. */
    static Optional<Map<String, String>> parse(String text) {
        Map<String, String> tags = new LinkedHashMap<>();
        for (String tag : text.split(";")) {
            if (tag.isBlank()) continue;
            int at = tag.indexOf('=');
            if (at < 1) return Optional.empty();
            String name = tag.substring(0, at).strip();
            if (tags.put(name, tag.substring(at + 1).replaceAll("\\s+", "")) != null) return Optional.empty();
        }
        return Optional.of(tags);
    }
}
