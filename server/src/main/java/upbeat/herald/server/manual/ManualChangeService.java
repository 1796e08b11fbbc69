package upbeat.herald.server.manual;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.StageVisitRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.NotFoundException;

/**
 * What a coordinator does to orders by hand: tracking numbers, stages and tags, for one or for many; and taking it back
 * while nothing was sent for it.
 */
@Service
class ManualChangeService {
    private static final String SOURCE = "hand";
    private static final int MOST = 1_000;
    private final OrderIngestService orderIngest;
    private final ManualChangeRepository changes;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final StageVisitRepository visits;
    private final MessageRepository messages;
    private final CarrierRepository carriers;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    ManualChangeService(
            OrderIngestService orderIngest,
            ManualChangeRepository changes,
            OrderRepository orders,
            ParcelRepository parcels,
            StageVisitRepository visits,
            MessageRepository messages,
            CarrierRepository carriers,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.orderIngest = orderIngest;
        this.changes = changes;
        this.orders = orders;
        this.parcels = parcels;
        this.visits = visits;
        this.messages = messages;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    record OrderName(String shop, String number) {}

    /** @param goesOn true where this number continues the parcel {@code of} with another carrier */
    record ParcelByHand(
            @Nullable String carrier,
            @Nullable String trackingNumber,
            @Nullable List<Parcel.Content> items,
            @Nullable Boolean goesOn,
            @Nullable String of) {}

    record Mark(
            @Nullable List<OrderName> orders,
            @Nullable String stage,
            @Nullable String trackingNumber) {}

    record TagMany(
            @Nullable List<OrderName> orders, @Nullable String tag) {}

    /** @param deed id to undo it by; {@code done} how many orders; {@code refused} why others were not */
    record Done(@Nullable Long deed, String what, int done, int messages, List<String> refused) {}

    Done addParcel(String shop, String number, ParcelByHand body, Authentication who) {
        OrderRow order = find(shop, number);
        Parcel parcel = checked(order, body);
        Done done = writer.write(db -> {
            if (Boolean.TRUE.equals(body.goesOn())) {
                ParcelRow first = ofOrder(db, order, body.of());
                int planned = orderIngest
                        .addLeg(db, first, parcel.carrier(), parcel.trackingNumber(), clock.instant())
                        .messages();
                return new Done(null, number + " continues as " + parcel.trackingNumber(), 1, planned, List.of());
            }
            OrderIngestService.Ingested<ParcelRow> put =
                    orderIngest.ingestParcel(db, order, parcel, SOURCE, clock.instant());
            if (put.change() == OrderIngestService.Change.UNCHANGED)
                return new Done(null, parcel.trackingNumber() + " is already on the order", 0, 0, List.of());
            long changeId = changes.insert(
                    db,
                    who.getName(),
                    "Put " + parcel.trackingNumber() + " on " + number,
                    List.of(step("remove", order.id(), put.row(), null)),
                    clock.instant());
            return new Done(changeId, parcel.trackingNumber() + " is on " + number, 1, put.messages(), List.of());
        });
        signal.signal();
        return done;
    }

    Done changeParcel(
            String shop, String number, String carrier, String trackingNumber, ParcelByHand body, Authentication who) {
        OrderRow order = find(shop, number);
        Parcel to = checked(order, body);
        Done done = writer.write(db -> {
            ParcelRow before = parcel(db, order, carrier, trackingNumber);
            ManualChangeRepository.Step back = putBack(db, order, before);
            if (to.carrier().equals(carrier)
                    && Texts.compactNumber(to.trackingNumber()).equals(Texts.compactNumber(trackingNumber))) {
                parcels.renumber(db, before.id(), to.carrier(), to.trackingNumber());
                OrderIngestService.Ingested<ParcelRow> put =
                        orderIngest.ingestParcel(db, order, to, SOURCE, clock.instant());
                return new Done(
                        null,
                        "What is in " + to.trackingNumber() + " changed",
                        put.change() == OrderIngestService.Change.UNCHANGED ? 0 : 1,
                        put.messages(),
                        List.of());
            }
            OrderIngestService.Ingested<ParcelRow> put = orderIngest.renumber(db, before, to, SOURCE, clock.instant());
            long changeId = changes.insert(
                    db,
                    who.getName(),
                    "Changed " + trackingNumber + " to " + to.trackingNumber() + " on " + number,
                    List.of(step("remove", order.id(), put.row(), null), back),
                    clock.instant());
            return new Done(changeId, trackingNumber + " is now " + to.trackingNumber(), 1, put.messages(), List.of());
        });
        signal.signal();
        return done;
    }

    Done removeParcel(String shop, String number, String carrier, String trackingNumber, Authentication who) {
        OrderRow order = find(shop, number);
        Done done = writer.write(db -> {
            ParcelRow parcel = parcel(db, order, carrier, trackingNumber);
            ManualChangeRepository.Step back = putBack(db, order, parcel);
            orderIngest.removeParcel(db, parcel);
            orders.addNote(
                    db,
                    order.id(),
                    "Tracking number " + trackingNumber + " removed by " + who.getName(),
                    clock.instant());
            return new Done(
                    changes.insert(
                            db,
                            who.getName(),
                            "Took " + trackingNumber + " off " + number,
                            List.of(back),
                            clock.instant()),
                    trackingNumber + " is off " + number,
                    1,
                    0,
                    List.of());
        });
        signal.signal();
        return done;
    }

    /**
     * Marks a stage on every parcel of the orders, or on the one named; cancelled and refunded on the orders
     * themselves.
     */
    Done markStage(Mark body, Authentication who) {
        Stage stage = Stage.fromCode(body.stage())
                .filter(s -> s != Stage.ORDERED)
                .orElseThrow(() -> new HeraldException("stage", "Choose a stage"));
        List<OrderName> names = some(body.orders());
        Done done = writer.write(db -> {
            List<ManualChangeRepository.Step> steps = new ArrayList<>();
            List<String> refused = new ArrayList<>();
            int marked = 0;
            int planned = 0;
            for (OrderName name : names) {
                OrderRow order = orders.find(db, name.shop(), name.number()).orElse(null);
                if (order == null) {
                    refused.add(name.number() + ": this order no longer exists");
                    continue;
                }
                if (stage.isOrderStage()) {
                    OrderIngestService.Ingested<OrderRow> ended =
                            orderIngest.endOrder(db, order, stage, clock.instant());
                    if (ended.change() == OrderIngestService.Change.CHANGED) marked++;
                    planned += ended.messages();
                    continue;
                }
                List<ParcelRow> its = parcels.findByOrder(db, order.id()).stream()
                        .filter(p -> body.trackingNumber() == null
                                || Texts.compactNumber(p.parcel().trackingNumber())
                                        .equals(Texts.compactNumber(body.trackingNumber())))
                        .toList();
                if (its.isEmpty()) refused.add(name.number() + ": it has no tracking number");
                boolean any = false;
                for (ParcelRow parcel : its) {
                    OrderIngestService.Ingested<ParcelRow> put =
                            orderIngest.markStage(db, parcel, stage, clock.instant(), SOURCE, clock.instant());
                    if (put.change() != OrderIngestService.Change.CHANGED) continue;
                    any = true;
                    planned += put.messages();
                    steps.add(step("unmark", order.id(), parcel, stage.code()));
                }
                if (any) marked++;
            }
            String what = marked + (marked == 1 ? " order" : " orders") + " marked as " + stage.label();
            Long deed = steps.isEmpty()
                    ? null
                    : Long.valueOf(changes.insert(db, who.getName(), what, steps, clock.instant()));
            return new Done(deed, what, marked, planned, refused);
        });
        signal.signal();
        return done;
    }

    Done addTag(TagMany body, Authentication who) {
        String tag = Texts.blankToNull(body.tag());
        if (tag == null || tag.length() > 40) throw new HeraldException("tag", "Enter a tag of 1 to 40 characters");
        List<OrderName> names = some(body.orders());
        return writer.write(db -> {
            List<ManualChangeRepository.Step> steps = new ArrayList<>();
            for (OrderName name : names) {
                orders.find(db, name.shop(), name.number()).ifPresent(o -> {
                    if (orders.findTags(db, o.id()).contains(tag)) return;
                    orders.addTag(db, o.id(), tag, SOURCE, clock.instant());
                    steps.add(new ManualChangeRepository.Step("untag", o.id(), null, null, tag, null, null));
                });
            }
            String what = steps.size() + (steps.size() == 1 ? " order" : " orders") + " tagged " + tag;
            return new Done(
                    steps.isEmpty()
                            ? null
                            : Long.valueOf(changes.insert(db, who.getName(), what, steps, clock.instant())),
                    what,
                    steps.size(),
                    0,
                    List.of());
        });
    }

    /** Undoes a change; refused as a whole where a message went out for any part of it. */
    Done undo(long id) {
        Done done = writer.write(db -> {
            ManualChangeRepository.ManualChange deed =
                    changes.find(db, id).orElseThrow(() -> new NotFoundException("There is nothing to undo"));
            if (!changes.markUndone(db, id, clock.instant()))
                throw new HeraldException("id", "This was already undone");
            int planned = 0;
            for (ManualChangeRepository.Step step : deed.steps()) planned += back(db, step);
            return new Done(null, "Undone: " + deed.what(), deed.steps().size(), planned, List.of());
        });
        signal.signal();
        return done;
    }

    private int back(JdbcClient db, ManualChangeRepository.Step step) {
        if (step.kind().equals("untag")) {
            orders.removeTag(db, step.orderId(), step.value());
            return 0;
        }
        OrderRow order = orders.get(db, step.orderId());
        if (step.kind().equals("put-back")) {
            ParcelRow row = orderIngest
                    .ingestParcel(
                            db,
                            order,
                            new Parcel(step.carrier(), step.trackingNumber(), step.items()),
                            SOURCE,
                            clock.instant())
                    .row();
            int planned = 0;
            for (String stage : step.stages())
                planned += orderIngest
                        .markStage(
                                db, row, Stage.fromCode(stage).orElseThrow(), clock.instant(), SOURCE, clock.instant())
                        .messages();
            return planned;
        }
        ParcelRow parcel = parcels.find(db, step.carrier(), step.trackingNumber())
                .orElseThrow(() -> new HeraldException(
                        "id", "The parcel " + step.trackingNumber() + " has changed since then. Check the order"));
        if (step.kind().equals("unmark"))
            orderIngest.unmarkStage(db, parcel, Stage.fromCode(step.value()).orElseThrow(), SOURCE);
        else {
            if (messages.existsSent(db, parcel.id(), null))
                throw new HeraldException(
                        "id",
                        "A message about parcel " + step.trackingNumber()
                                + " was already sent, so this can't be undone. Remove the tracking number instead");
            orderIngest.removeParcel(db, parcel);
        }
        return 0;
    }

    private static List<OrderName> some(List<OrderName> names) {
        if (names == null || names.isEmpty()) throw new HeraldException("orders", "Choose at least one order");
        if (names.size() > MOST)
            throw new HeraldException("orders", "Choose up to " + MOST + " orders at once. For more, import a file");
        return names.stream().filter(Objects::nonNull).distinct().toList();
    }

    private Parcel checked(OrderRow order, ParcelByHand body) {
        if (Texts.compactNumber(body.trackingNumber()).isEmpty()
                || body.trackingNumber().length() > 60)
            throw new HeraldException("trackingNumber", "Enter a tracking number of 1 to 60 characters");
        Carrier carrier = carriers.find(reader, String.valueOf(body.carrier()))
                .orElseThrow(() -> new HeraldException("carrier", "Choose the carrier"));
        Map<String, Integer> contents = new LinkedHashMap<>();
        for (Parcel.Content c : body.items() == null ? List.<Parcel.Content>of() : body.items()) {
            if (c.quantity() < 1
                    || order.order().purchase().items().stream()
                            .noneMatch(i -> c.sku().equals(i.sku())))
                throw new HeraldException("items", "The order has no item " + c.sku());
            contents.merge(c.sku(), c.quantity(), Integer::sum);
        }
        return new Parcel(
                carrier.key(),
                body.trackingNumber().strip(),
                contents.entrySet().stream()
                        .map(e -> new Parcel.Content(e.getKey(), e.getValue()))
                        .toList());
    }

    private ManualChangeRepository.Step putBack(JdbcClient db, OrderRow order, ParcelRow parcel) {
        List<String> stages = visits.findByOrder(db, order.id()).stream()
                .filter(r -> Long.valueOf(parcel.id()).equals(r.parcelId())
                        && !r.visit().implied())
                .map(r -> r.visit().stage().code())
                .filter(s -> !s.equals("packed"))
                .distinct()
                .toList();
        return new ManualChangeRepository.Step(
                "put-back",
                order.id(),
                parcel.parcel().carrier(),
                parcel.parcel().trackingNumber(),
                null,
                parcel.parcel().items(),
                stages);
    }

    private static ManualChangeRepository.Step step(String kind, long order, ParcelRow parcel, String value) {
        return new ManualChangeRepository.Step(
                kind, order, parcel.parcel().carrier(), parcel.parcel().trackingNumber(), value, null, null);
    }

    private ParcelRow parcel(JdbcClient db, OrderRow order, String carrier, String trackingNumber) {
        return parcels.find(db, carrier, trackingNumber)
                .filter(p -> p.orderId() == order.id())
                .orElseThrow(() -> new NotFoundException("The order has no parcel " + trackingNumber));
    }

    private ParcelRow ofOrder(JdbcClient db, OrderRow order, String trackingNumber) {
        return parcels.findByOrder(db, order.id()).stream()
                .filter(p ->
                        Texts.compactNumber(p.parcel().trackingNumber()).equals(Texts.compactNumber(trackingNumber)))
                .findFirst()
                .orElseThrow(() -> new HeraldException("of", "Choose the parcel"));
    }

    private OrderRow find(String shop, String number) {
        return orders.find(reader, shop, number)
                .orElseThrow(() -> new NotFoundException("There is no order " + number + " in shop " + shop));
    }
}
