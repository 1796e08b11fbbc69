package upbeat.herald.server.ingest;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import upbeat.herald.core.journey.OrderStage;
import upbeat.herald.server.message.RunningHistory;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRow;

/** An order a transaction works on, with its parcels and what it heard and answered. */
final class WorkingOrder {
    private final Map<Long, ParcelRow> parcels = new LinkedHashMap<>();
    private final RunningHistory history;
    private OrderRow row;
    private boolean isMoved;

    WorkingOrder(OrderRow row, List<ParcelRow> parcels, RunningHistory history) {
        this.row = row;
        this.history = history;
        parcels.forEach(this::putParcel);
    }

    void putParcel(ParcelRow parcel) {
        parcels.put(parcel.id(), parcel);
    }

    OrderRow row() {
        return row;
    }

    RunningHistory history() {
        return history;
    }

    List<ParcelRow> parcels() {
        return List.copyOf(parcels.values());
    }

    /** True where its stage is another than it was. */
    boolean isMoved() {
        return isMoved;
    }

    /** Brings the order's stage in line with its parcels. */
    void updateStage() {
        String stage = stageOf(row, parcels.values().stream().toList());
        if (stage.equals(row.stage())) return;
        row = row.withStage(stage);
        isMoved = true;
    }

    /** The word of the stage that follows from an order's parcels. */
    static String stageOf(OrderRow row, List<ParcelRow> parcels) {
        return OrderStage.infer(
                row.ended(),
                parcels.stream().map(ParcelRow::stage).toList(),
                OrderStage.isCovered(
                        row.order(), parcels.stream().map(ParcelRow::parcel).toList()));
    }
}
