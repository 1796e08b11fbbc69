package upbeat.herald.core.carrier;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Whose number it is, by its shape and check digit. Two shapes are known without any carrier: postal item identifiers
 * (UPU S10) and serial shipping container codes (GS1 SSCC-18).
 */
public final class NumberRecognition {
    private static final NumberFormat ITEM =
            new NumberFormat("S10", "[A-Z]{2}(?<body>[0-9]{8})(?<check>[0-9])[A-Z]{2}", CheckDigit.S10);
    private static final NumberFormat CONTAINER =
            new NumberFormat("SSCC-18", "(?<body>[0-9]{17})(?<check>[0-9])", CheckDigit.GS1);

    private NumberRecognition() {}

    /**
     * @param carrier the carrier that claims the number, or null where none in use does
     * @param format name of the shape; begins with S10 or SSCC for those
     * @param reason why the number is wrong, or null
     */
    public record Candidate(
            @Nullable Carrier carrier,
            String format,
            boolean valid,
            @Nullable String reason) {}

    /** Valid ones first, those a carrier claims before those nobody does. */
    public static List<Candidate> recognise(String trackingNumber, List<Carrier> inUse) {
        String compact = TrackingNumber.compact(trackingNumber);
        List<Candidate> found = new ArrayList<>();
        for (Carrier carrier : inUse) {
            for (NumberFormat format : carrier.formats()) {
                format.match(compact)
                        .ifPresent(
                                v -> found.add(new Candidate(carrier, named(format, compact), v.valid(), v.reason())));
            }
        }
        for (NumberFormat standard : List.of(ITEM, CONTAINER)) {
            standard.match(compact).ifPresent(v -> {
                String name = standard.name() + (standard == ITEM ? " of " + compact.substring(11) : "");
                if (found.stream().noneMatch(c -> c.format().startsWith(standard.name())))
                    found.add(new Candidate(null, name, v.valid(), v.reason()));
            });
        }
        found.sort((a, b) -> a.valid() != b.valid()
                ? Boolean.compare(b.valid(), a.valid())
                : Boolean.compare(a.carrier() == null, b.carrier() == null));
        return found;
    }

    /** A carrier's own name for the shape, behind that of the standard it follows. */
    private static String named(NumberFormat format, String compact) {
        String standard = format.check() == CheckDigit.S10
                        && ITEM.match(compact).isPresent()
                ? "S10"
                : format.check() == CheckDigit.GS1 && CONTAINER.match(compact).isPresent() ? "SSCC-18" : null;
        return standard == null || format.name().startsWith(standard) ? format.name() : standard + ", " + format.name();
    }
}
