package upbeat.herald.server.manual;

import java.util.List;
import org.springframework.stereotype.Service;
import upbeat.herald.server.ingest.CarrierPollStart;
import upbeat.herald.server.manual.ManualChange.Done;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Polling about a parcel, started again by hand. */
@Service
class ManualPollService {
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final CarrierPollStart polls;
    private final SignallingWriter writer;

    ManualPollService(
            OrderRepository orders, ParcelRepository parcels, CarrierPollStart polls, SignallingWriter writer) {
        this.orders = orders;
        this.parcels = parcels;
        this.polls = polls;
        this.writer = writer;
    }

    /** @param carrier who is asked; a parcel that goes on with another carrier may have several */
    Done restart(String shop, String number, String trackingNumber, String carrier) {
        return writer.write((db, now) -> {
            long order = orders.get(db, shop, number).id();
            polls.restart(
                    db,
                    parcels.findByOrder(db, order).stream()
                            .filter(p -> p.parcel().trackingNumber().equals(trackingNumber))
                            .findFirst()
                            .orElseThrow(() -> new NotFoundException("The order has no parcel " + trackingNumber)),
                    carrier,
                    now);
            return new Done(null, "Polling started again", 1, 0, List.of());
        });
    }
}
