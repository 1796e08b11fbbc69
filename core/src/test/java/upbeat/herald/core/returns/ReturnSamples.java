package upbeat.herald.core.returns;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.carrier.S10Range;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackedParcel;
import upbeat.herald.core.tracking.TrackedSamples;
import upbeat.herald.core.wording.ReturnTerms;

/** Returns, made up. All stand on Tuesday, 24 November 2026, at noon; the customer lives an hour ahead of UTC. */
final class ReturnSamples {
    static final ReturnTerms FORTNIGHT = terms(14, null);

    private ReturnSamples() {}

    static ReturnTerms terms(int days, @Nullable S10Range numbers, String... excluded) {
        return new ReturnTerms(
                true,
                List.of("DE", "AT"),
                days,
                List.of(excluded),
                "skerry-post",
                numbers,
                new Order.ShipTo("Quillfeather Kites", "1 Slipway", "Harbourton", null, "000 00", "SE"));
    }

    static TrackedOrder order(ReturnTerms terms, String country, TrackedParcel... parcels) {
        Order order = TrackedSamples.order(
                Payment.PREPAID, "de", country, TrackedSamples.KITE, TrackedSamples.TAIL, TrackedSamples.VANE);
        TrackedOrder tracked = TrackedSamples.tracked(order, null, parcels);
        return tracked.withBrand(tracked.brand().withReturns(terms));
    }

    static TrackedOrder order(TrackedParcel... parcels) {
        return order(FORTNIGHT, "DE", parcels);
    }

    static CustomerReturn of(int place, int quantity, @Nullable Instant cancelledAt) {
        return new CustomerReturn(
                1,
                new Parcel("skerry-post", "CP400000005XS", List.of()),
                List.of(new CustomerReturn.Item(place, "Kastendrachen", quantity)),
                ReturnReason.DAMAGED,
                null,
                new CustomerReturn.Times(Instant.parse("2026-11-24T09:00:00Z"), null, null, null, cancelledAt));
    }
}
