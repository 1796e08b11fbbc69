package upbeat.herald.core.notice;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * Whether a notice about a stage would be old news by now. Asked when a message is planned and again when it is about
 * to go out, so that "in transit" is never said after "delivered".
 */
public final class Overtaken {
    private Overtaken() {}

    public static Optional<Reason> check(Stage stage, OrderSituation situation) {
        Optional<Reason> ended = checkEnded(stage, situation);
        if (ended.isPresent()) return ended;
        if (stage.isOrderStage()) {
            if (stage != Stage.ORDERED) return Optional.empty();
            return situation.parcels().stream()
                    .max(Comparator.comparing(Stage::position))
                    .filter(Stage::isCarrierStage)
                    .flatMap(s -> overtaken("A parcel of the order is already " + s.label()));
        }
        Stage now = situation.stands();
        if (now == null || now == stage) return Optional.empty();
        return stage.isOvertakenBy(now) ? overtaken("The parcel is already " + now.label()) : Optional.empty();
    }

    /** Whether the order is over. @param but the end that it is about itself, or null */
    static Optional<Reason> checkEnded(@Nullable Stage but, OrderSituation situation) {
        return situation.ended() != null && but != situation.ended()
                ? overtaken("The order has been " + situation.ended().label())
                : Optional.empty();
    }

    /** Whether a parcel has been heard of again, or nothing more is expected of it. */
    static Optional<Reason> checkSilence(Duration silence, OrderSituation situation, Instant now) {
        Optional<Reason> ended = checkEnded(null, situation);
        if (ended.isPresent()) return ended;
        Stage stands = situation.stands();
        if (stands == null || !stands.isUnderway())
            return overtaken(
                    stands == null ? "The parcel isn't on its way" : "The parcel is already " + stands.label());
        // On its way back it is awaited here, not there.
        if (stands == Stage.RETURNING) return overtaken("The parcel is already " + stands.label());
        Instant last = situation.lastScanAt();
        return last != null && last.plus(silence).isAfter(now)
                ? overtaken("The carrier has reported the parcel since")
                : Optional.empty();
    }

    private static Optional<Reason> overtaken(String text) {
        return Optional.of(new Reason(Reason.Code.OVERTAKEN, text));
    }
}
