package upbeat.herald.core.carrier;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * Open lists of event codes with the stages they stand for. A carrier's own code table is asked first; codes that came
 * in a standard document carry the list's name in front ({@code rec24:21}) and are read here where the carrier has no
 * line for them.
 *
 * <p>Sources: UPU EMSEVT event codes (standard M40), from memory; UNECE Recommendation 24, the few codes that could be
 * told apart, from memory; GS1 Core Business Vocabulary 2.0, business steps and dispositions by the published schema,
 * the stages by the definitions, from memory.
 */
public final class StandardCodes {
    private StandardCodes() {}

    /** @param name shown to people; {@code prefix} in front of its codes, empty where carriers report them bare */
    public record CodeList(String name, String prefix, List<CodeRule> rules) {}

    public static final CodeList UPU = new CodeList(
            "UPU events",
            "",
            List.of(
                    rule("EMA", Stage.DISPATCHED),
                    rule("EXA", Stage.IN_TRANSIT),
                    rule("EXB", Stage.DELAYED),
                    rule("EXC", Stage.IN_TRANSIT),
                    rule("EXD", Stage.DELAYED),
                    rule("EMB", Stage.IN_TRANSIT),
                    rule("EMC", Stage.IN_TRANSIT),
                    rule("EMJ", Stage.IN_TRANSIT),
                    rule("EMK", Stage.IN_TRANSIT),
                    rule("EMD", Stage.IN_TRANSIT),
                    rule("EDA", Stage.DELAYED),
                    rule("EDB", Stage.IN_TRANSIT),
                    rule("EME", Stage.DELAYED),
                    rule("EDC", Stage.IN_TRANSIT),
                    rule("EMF", Stage.IN_TRANSIT),
                    rule("EDD", Stage.IN_TRANSIT),
                    rule("EDE", Stage.IN_TRANSIT),
                    rule("EDF", Stage.DELAYED),
                    rule("EMG", Stage.IN_TRANSIT),
                    rule("EDG", Stage.OUT_FOR_DELIVERY),
                    rule("EDH", Stage.READY_FOR_COLLECTION),
                    rule("EMH", Stage.ATTEMPTED),
                    rule("EMI", Stage.DELIVERED)));

    public static final CodeList REC24 = new CodeList(
            "UNECE Recommendation 24",
            "rec24:",
            List.of(
                    rule("rec24:1", Stage.IN_TRANSIT),
                    rule("rec24:13", Stage.DISPATCHED),
                    rule("rec24:21", Stage.DELIVERED),
                    rule("rec24:24", Stage.IN_TRANSIT),
                    rule("rec24:31", Stage.IN_TRANSIT)));

    /**
     * A step with a disposition goes before the step alone. Void shipping, inspection and unknown whereabouts stay
     * unread: to guess would be to tell customers a guess.
     */
    public static final CodeList CBV = new CodeList(
            "GS1 Core Business Vocabulary",
            "cbv:",
            List.of(
                    rule("cbv:arriving/returned", Stage.RETURNED),
                    rule("cbv:receiving/returned", Stage.RETURNED),
                    rule("cbv:accepting/returned", Stage.RETURNED),
                    rule("cbv:shipping/returned", Stage.RETURNING),
                    rule("cbv:departing/returned", Stage.RETURNING),
                    rule("cbv:transporting/returned", Stage.RETURNING),
                    rule("cbv:collecting/in_transit", Stage.DISPATCHED),
                    rule("cbv:collecting/available", Stage.DELIVERED),
                    rule("cbv:loading/in_transit", Stage.OUT_FOR_DELIVERY),
                    rule("cbv:staging_outbound/available", Stage.READY_FOR_COLLECTION),
                    rule("cbv:commissioning", Stage.PACKED),
                    rule("cbv:packing", Stage.PACKED),
                    rule("cbv:staging_outbound", Stage.PACKED),
                    rule("cbv:shipping", Stage.DISPATCHED),
                    rule("cbv:departing", Stage.IN_TRANSIT),
                    rule("cbv:transporting", Stage.IN_TRANSIT),
                    rule("cbv:arriving", Stage.IN_TRANSIT),
                    rule("cbv:holding", Stage.DELAYED),
                    rule("cbv:accepting", Stage.DELIVERED),
                    rule("cbv:receiving", Stage.DELIVERED)));

    public static final List<CodeList> ALL = List.of(UPU, REC24, CBV);

    private static final Map<String, Stage> PREFIXED = ALL.stream()
            .filter(l -> !l.prefix().isEmpty())
            .flatMap(l -> l.rules().stream())
            .collect(java.util.stream.Collectors.toUnmodifiableMap(CodeRule::code, CodeRule::stage));

    /** The stage of a code with a list's name in front; for a step with a disposition also that of the step alone. */
    public static Optional<Stage> findStage(@Nullable String code) {
        if (code == null) return Optional.empty();
        String key = code.toLowerCase(Locale.ROOT);
        Stage exact = PREFIXED.get(key);
        if (exact != null || key.indexOf('/') < 0) return Optional.ofNullable(exact);
        // A disposition that says "gone astray" must not be read as its step alone.
        if (key.matches(".*/(returned|damaged|destroyed|stolen|unknown|expired|recalled)")) return Optional.empty();
        return Optional.ofNullable(PREFIXED.get(key.substring(0, key.indexOf('/'))));
    }

    private static CodeRule rule(String code, Stage stage) {
        return new CodeRule(code, null, stage);
    }
}
