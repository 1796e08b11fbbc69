package upbeat.herald.core.carrier;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * One line of a carrier's code table: a scan with this code, or whose text holds these words, means this stage.
 *
 * @param code compared without case, or null
 * @param contains words looked for in the scan's text without case, or null
 */
public record CodeRule(@Nullable String code, @Nullable String contains, Stage stage) {

    boolean matches(@Nullable String scanCode, @Nullable String scanText) {
        if (code != null) return scanCode != null && code.equalsIgnoreCase(scanCode.strip());
        return contains != null
                && scanText != null
                && scanText.toLowerCase(Locale.ROOT).contains(contains.toLowerCase(Locale.ROOT));
    }
}
