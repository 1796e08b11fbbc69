package upbeat.herald.core.carrier;

import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/** Reads a scan through its carrier's code table. */
public final class ScanReader {
    private ScanReader() {}

    /**
     * The stage of the first rule that reads the scan: the carrier's codes, then the open lists, then the carrier's
     * texts. Empty for an unread code, and for one that is ignored.
     */
    public static Optional<Stage> readStage(Carrier carrier, @Nullable String code, @Nullable String text) {
        return findRule(carrier, code, text).flatMap(r -> Optional.ofNullable(r.stage()));
    }

    /** True where a rule says that the scan says nothing about where the parcel is. */
    public static boolean isIgnored(Carrier carrier, @Nullable String code, @Nullable String text) {
        return findRule(carrier, code, text).filter(r -> r.stage() == null).isPresent();
    }

    private static Optional<CodeRule> findRule(Carrier carrier, @Nullable String code, @Nullable String text) {
        return first(carrier, r -> r.code() != null && r.matches(code, text))
                .or(() -> StandardCodes.findStage(code).map(stage -> new CodeRule(code, null, stage)))
                .or(() -> first(carrier, r -> r.code() == null && r.matches(code, text)));
    }

    private static Optional<CodeRule> first(Carrier carrier, Predicate<CodeRule> wanted) {
        return carrier.reporting().codes().stream().filter(wanted).findFirst();
    }
}
