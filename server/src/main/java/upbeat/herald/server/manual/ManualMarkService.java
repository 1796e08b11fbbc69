package upbeat.herald.server.manual;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.OrderMarkService;
import upbeat.herald.server.ingest.StageMarkService;
import upbeat.herald.server.manual.ManualChange.Done;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** Stages put on orders by hand, for one or for many, with the steps that take it back. */
@Service
class ManualMarkService {
    private static final int MOST = 1_000;
    private final StageMarkService marks;
    private final OrderMarkService orderMarks;
    private final UndoPreparation undo;
    private final ManualChangeRepository changes;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final AnswerRepository answers;
    private final SignallingWriter writer;

    ManualMarkService(
            StageMarkService marks,
            OrderMarkService orderMarks,
            UndoPreparation undo,
            ManualChangeRepository changes,
            OrderRepository orders,
            ParcelRepository parcels,
            AnswerRepository answers,
            SignallingWriter writer) {
        this.marks = marks;
        this.orderMarks = orderMarks;
        this.undo = undo;
        this.changes = changes;
        this.orders = orders;
        this.parcels = parcels;
        this.answers = answers;
        this.writer = writer;
    }

    record OrderName(String shop, String number) {}

    /** @param confirmed true to mark also orders that their customers asked to cancel */
    record Mark(
            @Nullable List<OrderName> orders,
            @Nullable String stage,
            @Nullable String trackingNumber,
            @Nullable Boolean confirmed) {}

    /**
     * Marks a stage on every parcel of the orders, or on the one named; cancelled and refunded, and all of an order
     * without a tracking number, on the orders themselves.
     */
    Done markStage(Mark body, Authentication who) {
        Stage stage = Stage.fromCode(body.stage())
                .filter(s -> s != Stage.ORDERED)
                .orElseThrow(() -> new HeraldException("stage", "Choose a stage"));
        List<OrderName> names = some(body.orders());
        Done done = writer.write((db, now) -> {
            List<ManualChangeRepository.Step> steps = new ArrayList<>();
            List<String> refused = new ArrayList<>();
            List<String> askedToCancel = new ArrayList<>();
            int marked = 0;
            int planned = 0;
            for (OrderName name : names) {
                OrderRow order = orders.find(db, name.shop(), name.number()).orElse(null);
                if (order == null) {
                    refused.add(name.number() + ": this order no longer exists");
                    continue;
                }
                if (stage.isGoingOut()
                        && !Boolean.TRUE.equals(body.confirmed())
                        && order.ended() == null
                        && !answers.findRefused(db, List.of(order.id())).isEmpty()) {
                    askedToCancel.add(name.number());
                    continue;
                }
                OrderRow held = undo.hold(db, order, now);
                if (stage.isOrderStage() || isWithoutNumber(db, held, body)) {
                    Ingested<OrderRow> whole = orderMarks.mark(db, held, stage, now);
                    if (whole.change() != Ingested.Change.CHANGED) continue;
                    marked++;
                    planned += whole.messages();
                    steps.add(ManualChangeRepository.Step.ofOrder("unmark-order", order.id(), stage.code(), null));
                    continue;
                }
                List<ParcelRow> its = parcels.findByOrder(db, order.id()).stream()
                        .filter(p -> body.trackingNumber() == null
                                || TrackingNumber.compact(p.parcel().trackingNumber())
                                        .equals(TrackingNumber.compact(body.trackingNumber())))
                        .toList();
                if (its.isEmpty()) refused.add(name.number() + ": it has no parcel " + body.trackingNumber());
                boolean any = false;
                for (ParcelRow parcel : its) {
                    Ingested<ParcelRow> put = marks.mark(db, parcel, stage, now, ManualChange.SOURCE, now);
                    if (put.change() != Ingested.Change.CHANGED) continue;
                    any = true;
                    planned += put.messages();
                    steps.add(ManualChangeRepository.Step.ofParcel("unmark", order.id(), parcel, stage.code()));
                }
                if (any) marked++;
            }
            String what = marked + (marked == 1 ? " order" : " orders") + " marked as " + stage.label();
            Long changeId = steps.isEmpty() ? null : Long.valueOf(changes.insert(db, who.getName(), what, steps, now));
            return new Done(changeId, what, marked, planned, refused, askedToCancel, undo.seconds());
        });
        return done;
    }

    private boolean isWithoutNumber(JdbcClient db, OrderRow order, Mark body) {
        return body.trackingNumber() == null
                && parcels.findByOrder(db, order.id()).isEmpty();
    }

    static List<OrderName> some(@Nullable List<OrderName> names) {
        if (names == null || names.isEmpty()) throw new HeraldException("orders", "Choose at least one order");
        if (names.size() > MOST)
            throw new HeraldException("orders", "Choose up to " + MOST + " orders at once. For more, import a file");
        return names.stream().filter(Objects::nonNull).distinct().toList();
    }
}
