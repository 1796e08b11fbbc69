package upbeat.herald.core.carrier;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.LruMap;
import upbeat.herald.core.Texts;

/**
 * A shape that a carrier's numbers have.
 *
 * @param name as a person calls it: "Hopgate parcel"
 * @param pattern regular expression over the number in capitals without spaces, hyphens and dots; what the check covers
 *     may stand in a group named {@code body} and the check itself in one named {@code check}; without them the check
 *     is at the end
 * @param check the rule its check digit follows
 */
public record NumberFormat(String name, String pattern, CheckDigit check) {
    private static final int LONGEST_PATTERN = 200;
    private static final int LONGEST_NUMBER = 60;

    private static final java.util.regex.Pattern LOOKS_AROUND =
            java.util.regex.Pattern.compile("\\(\\?<?[=!]|\\\\[1-9]|\\\\k<");

    /** Patterns are few, and each takes long to compile. */
    private static final Map<String, Pattern> COMPILED = LruMap.create(500);

    /** @throws HeraldException where the pattern is none */
    public void validate() {
        if (Texts.isBlank(name) || name.length() > 60)
            throw new HeraldException("formats", "Enter a name of up to 60 characters");
        if (Texts.isBlank(pattern) || pattern.length() > LONGEST_PATTERN)
            throw new HeraldException(
                    "formats", "The pattern of \"" + name + "\" has 1 to " + LONGEST_PATTERN + " characters");
        // This engine takes time in proportion to the number, whatever is typed; it has no way to look around or back.
        if (LOOKS_AROUND.matcher(pattern).find())
            throw new HeraldException(
                    "formats",
                    "The pattern of \"" + name
                            + "\" looks ahead, behind or back at a group. That isn't supported; write out what may stand there");
        try {
            Pattern.compile(pattern);
        } catch (PatternSyntaxException e) {
            throw new HeraldException(
                    "formats",
                    "The pattern of \"" + name + "\" can't be read: " + e.getDescription()
                            + (Texts.isBlank(e.getPattern()) ? "" : " at \"" + e.getPattern() + "\""));
        }
    }

    /**
     * What this format says of a number; empty where the number does not have its shape. @param compact see
     * {@link TrackingNumber#compact}
     */
    public Optional<Match> match(String compact) {
        if (compact.length() > LONGEST_NUMBER) return Optional.empty();
        Matcher match = COMPILED.computeIfAbsent(pattern, Pattern::compile).matcher(compact);
        if (!match.matches()) return Optional.empty();
        if (check == CheckDigit.NONE) return Optional.of(new Match(true, null));
        boolean named = pattern.contains("(?<body>") && pattern.contains("(?<check>");
        String digits = check == CheckDigit.MOD_37_2 || check == CheckDigit.MOD_37_36 || check == CheckDigit.MOD_97_10
                ? compact
                : compact.replaceAll("[A-Z]", "");
        String body = named ? match.group("body") : digits.substring(0, Math.max(0, digits.length() - check.length()));
        String given = named ? match.group("check") : digits.substring(Math.max(0, digits.length() - check.length()));
        return Optional.of(check.expected(body)
                .map(e -> e.equals(given) ? new Match(true, null) : new Match(false, "check digit should be " + e))
                .orElse(new Match(
                        false,
                        "the check digit can't be calculated: the pattern allows characters that " + check.label()
                                + " doesn't use")));
    }

    /** @param reason why it is wrong, null where it is right */
    public record Match(boolean valid, @Nullable String reason) {}
}
