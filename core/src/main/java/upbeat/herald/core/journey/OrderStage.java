package upbeat.herald.core.journey;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The stage of an order, which follows from its parcels. */
public final class OrderStage {
    private OrderStage() {}

    /** True where a parcel that stands at {@code stands} has come to this stage. A returned parcel isn't delivered. */
    public static boolean hasReached(Stage stands, Stage stage) {
        return stands == stage || stage != Stage.DELIVERED && !stage.isSide() && stands.position() >= stage.position();
    }

    /** True where the parcels hold every piece of the order; a parcel of unknown content may hold all. */
    public static boolean isCovered(Order order, Collection<Parcel> parcels) {
        if (parcels.stream().anyMatch(p -> p.items().isEmpty())) return true;
        Map<String, Integer> inside = parcels.stream()
                .flatMap(p -> p.items().stream())
                .collect(Collectors.toMap(Parcel.Content::sku, Parcel.Content::quantity, Integer::sum));
        return order.purchase().items().stream()
                .allMatch(i -> i.sku() == null || inside.getOrDefault(i.sku(), 0) >= i.quantity());
    }

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
