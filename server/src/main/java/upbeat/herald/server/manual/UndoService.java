package upbeat.herald.server.manual;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.ingest.OrderMarkService;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.ingest.StageMarkService;
import upbeat.herald.server.manual.ManualChange.Done;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Takes back what was done by hand, while nothing was sent for it. */
@Service
class UndoService {
    private final ManualChangeRepository changes;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final MessageRepository messages;
    private final ReturnUndo returns;
    private final SignallingWriter writer;
    private final ParcelIngestService parcelIngest;
    private final StageMarkService marks;
    private final OrderMarkService orderMarks;

    UndoService(
            ManualChangeRepository changes,
            OrderRepository orders,
            ParcelRepository parcels,
            MessageRepository messages,
            ReturnUndo returns,
            SignallingWriter writer,
            ParcelIngestService parcelIngest,
            StageMarkService marks,
            OrderMarkService orderMarks) {
        this.changes = changes;
        this.orders = orders;
        this.parcels = parcels;
        this.messages = messages;
        this.returns = returns;
        this.writer = writer;
        this.parcelIngest = parcelIngest;
        this.marks = marks;
        this.orderMarks = orderMarks;
    }

    /** Undoes a change; refused as a whole where a message went out for any part of it. */
    Done undo(long id) {
        Done done = writer.write((db, now) -> {
            ManualChangeRepository.Recorded change =
                    changes.find(db, id).orElseThrow(() -> new NotFoundException("There is nothing to undo"));
            if (!changes.markUndone(db, id, now)) throw new HeraldException("id", "This was already undone");
            int planned = 0;
            for (ManualChangeRepository.Step step : change.steps()) planned += back(db, step, now);
            return new Done(null, "Undone: " + change.what(), change.steps().size(), planned, List.of());
        });
        return done;
    }

    private int back(JdbcClient db, ManualChangeRepository.Step step, Instant now) {
        if (step.kind().equals("untag")) {
            orderMarks.untag(db, step.orderId(), step.value(), now);
            return 0;
        }
        if (step.kind().equals("unmark-order")) {
            orderMarks.unmark(db, step.orderId(), Stage.fromCode(step.value()).orElseThrow(), now);
            return 0;
        }
        if (step.kind().equals("mark-order")) {
            orderMarks.restore(
                    db,
                    step.orderId(),
                    Stage.fromCode(step.value()).orElseThrow(),
                    Objects.requireNonNull(step.at()),
                    now);
            return 0;
        }
        if (ReturnUndo.canUndo(step)) {
            returns.undo(db, step);
            return 0;
        }
        OrderRow order = orders.get(db, step.orderId());
        if (step.kind().equals("put-back")) {
            ParcelRow row = parcelIngest
                    .ingestParcel(db, order, step.toParcel(), ManualChange.SOURCE, now)
                    .row();
            int planned = 0;
            for (String stage : Objects.requireNonNull(step.stages()))
                planned += marks.mark(db, row, Stage.fromCode(stage).orElseThrow(), now, ManualChange.SOURCE, now)
                        .messages();
            return planned;
        }
        ParcelRow parcel = parcels.find(db, step.carrier(), step.trackingNumber())
                .orElseThrow(() -> new HeraldException(
                        "id", "The parcel " + step.trackingNumber() + " has changed since then. Check the order"));
        if (step.kind().equals("unmark"))
            marks.unmark(db, parcel, Stage.fromCode(step.value()).orElseThrow(), ManualChange.SOURCE);
        else {
            if (messages.existsSent(db, parcel.id(), null))
                throw new HeraldException(
                        "id",
                        "A message about parcel " + step.trackingNumber()
                                + " was already sent, so this can't be undone. Remove the tracking number instead");
            parcelIngest.removeParcel(db, parcel, now);
        }
        return 0;
    }
}
