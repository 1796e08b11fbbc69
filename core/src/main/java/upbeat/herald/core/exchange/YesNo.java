package upbeat.herald.core.exchange;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Yes and no as people write them in sheets, in the languages of the starters (common practice, no source). */
public final class YesNo {
    private static final Set<String> YES =
            Set.of("yes", "y", "true", "1", "x", "ja", "j", "oui", "o", "sí", "si", "sì", "s", "tak", "t");
    private static final Set<String> NO = Set.of("no", "n", "false", "0", "-", "nein", "non", "nee", "nej", "nie");

    private YesNo() {}

    /** @return empty where it's neither */
    public static Optional<Boolean> parse(String text) {
        String plain = text.strip().toLowerCase(Locale.ROOT);
        return YES.contains(plain) ? Optional.of(true) : NO.contains(plain) ? Optional.of(false) : Optional.empty();
    }
}
