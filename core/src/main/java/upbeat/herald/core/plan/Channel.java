package upbeat.herald.core.plan;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** A way to reach a customer. */
public enum Channel {
    EMAIL("email", "e-mail"),
    SMS("sms", "SMS"),
    WHATSAPP("whatsapp", "WhatsApp");

    private final String code;
    private final String words;

    Channel(String code, String words) {
        this.code = code;
        this.words = words;
    }

    public String code() {
        return code;
    }

    public String words() {
        return words;
    }

    public static Optional<Channel> of(String word) {
        if (word == null) return Optional.empty();
        return Arrays.stream(values())
                .filter(c -> c.code.equals(word.strip().toLowerCase(Locale.ROOT)))
                .findFirst();
    }
}
