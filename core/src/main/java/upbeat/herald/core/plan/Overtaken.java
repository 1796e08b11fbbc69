package upbeat.herald.core.plan;

import java.util.Comparator;
import java.util.Optional;
import upbeat.herald.core.journey.Stage;

/**
 * Whether a notice about a stage would be old news by now. Asked when a message is planned and again when it is about
 * to go out, so that "in transit" is never said after "delivered".
 */
public final class Overtaken {
    private Overtaken() {}

    public static Optional<Reason> by(Stage stage, Case c) {
        if (c.ended() != null && stage != c.ended())
            return overtaken("The order was " + c.ended().words());
        if (stage.ofOrder()) {
            if (stage != Stage.ORDERED) return Optional.empty();
            return c.parcels().stream()
                    .max(Comparator.comparing(Stage::onLine))
                    .filter(s -> s.onLine() >= Stage.DISPATCHED.onLine())
                    .flatMap(s -> overtaken("A parcel of the order is already " + s.words()));
        }
        Stage now = c.stands();
        if (now == null || now == stage) return Optional.empty();
        return passed(stage, now) ? overtaken("The parcel is already " + now.words()) : Optional.empty();
    }

    private static boolean passed(Stage stage, Stage now) {
        return switch (stage) {
            case PACKED -> now.onLine() >= Stage.IN_TRANSIT.onLine();
            case DISPATCHED, IN_TRANSIT -> now.onLine() >= Stage.OUT_FOR_DELIVERY.onLine();
            case DELIVERED -> now == Stage.RETURNING || now == Stage.RETURNED;
            case RETURNING -> now == Stage.RETURNED;
            // An attempt, a delay, a collection point: true only as long as the parcel stands there. Out for delivery
            // likewise.
            default -> now.onLine() > stage.onLine() || now.side() || stage.side();
        };
    }

    private static Optional<Reason> overtaken(String text) {
        return Optional.of(new Reason(Reason.Code.OVERTAKEN, text));
    }
}
