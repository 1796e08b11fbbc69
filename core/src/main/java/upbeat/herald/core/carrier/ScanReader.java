package upbeat.herald.core.carrier;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/** Reads a scan through its carrier's code table. */
public final class ScanReader {
    private ScanReader() {}

    /**
     * The stage of the first rule that reads the scan: the carrier's codes, then the open lists, then the carrier's
     * texts. Empty for an unread code.
     */
    public static Optional<Stage> readStage(Carrier carrier, @Nullable String code, @Nullable String text) {
        return carrier.reporting().codes().stream()
                .filter(r -> r.code() != null && r.matches(code, text))
                .findFirst()
                .map(CodeRule::stage)
                .or(() -> StandardCodes.findStage(code))
                .or(() -> carrier.reporting().codes().stream()
                        .filter(r -> r.code() == null && r.matches(code, text))
                        .findFirst()
                        .map(CodeRule::stage));
    }
}
