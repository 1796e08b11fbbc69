package upbeat.herald.core.journey;

import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The stage of an order, which follows from its parcels. */
public final class OrderStage {
    private OrderStage() {}

    /**
     * Words beyond {@link Stage}: an order whose parcels stand on both sides of a line is <em>partly</em> over it.
     *
     * @param ended {@link Stage#CANCELLED} or {@link Stage#REFUNDED} where the order ended, else null
     * @param parcels the stages of its parcels
     * @param covered false where the parcels known do not yet hold every item of the order
     * @return a stage's word, or {@code partly-dispatched}, {@code partly-delivered}
     */
    public static String infer(@Nullable Stage ended, Collection<Stage> parcels, boolean covered) {
        if (ended != null) return ended.code();
        if (parcels.isEmpty()) return Stage.ORDERED.code();
        long delivered = parcels.stream().filter(s -> s == Stage.DELIVERED).count();
        if (delivered == parcels.size() && covered) return Stage.DELIVERED.code();
        if (delivered > 0) return "partly-delivered";
        long gone = parcels.stream().filter(Stage::isCarrierStage).count();
        if (gone > 0 && (gone < parcels.size() || !covered)) return "partly-dispatched";
        // All parcels are at least as far as the one furthest behind; a side stage wins over the stop it branches from.
        List<Stage> sorted = parcels.stream()
                .sorted((a, b) -> a.position() != b.position()
                        ? a.position() - b.position()
                        : Boolean.compare(b.isSide(), a.isSide()))
                .toList();
        return sorted.get(0).code();
    }
}
