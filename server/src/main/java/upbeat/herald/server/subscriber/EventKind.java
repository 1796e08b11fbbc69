package upbeat.herald.server.subscriber;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What a subscriber may be told of. */
enum EventKind {
    STAGE,
    MESSAGE,
    ANSWER;

    String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    static Optional<EventKind> fromCode(String code) {
        return Arrays.stream(values()).filter(k -> k.code().equals(code)).findFirst();
    }
}
