package upbeat.herald.core.carrier;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * One line of a carrier's code table: a scan with this code, or whose text holds these words, means this stage.
 *
 * @param code compared without case, or null
 * @param contains words looked for in the scan's text without case, or null
 * @param stage null for a scan that says nothing about where the parcel is
 */
public record CodeRule(
        @Nullable String code,
        @Nullable String contains,
        @Nullable Stage stage) {
    /** What stands in place of a stage where a scan says nothing about where the parcel is. */
    public static final String IGNORE = "ignore";

    /** The stage's code, or {@value #IGNORE}. */
    public String stageCode() {
        return stage == null ? IGNORE : stage.code();
    }

    boolean matches(@Nullable String scanCode, @Nullable String scanText) {
        if (code != null) return scanCode != null && code.equalsIgnoreCase(scanCode.strip());
        return contains != null
                && scanText != null
                && scanText.toLowerCase(Locale.ROOT).contains(contains.toLowerCase(Locale.ROOT));
    }
}
