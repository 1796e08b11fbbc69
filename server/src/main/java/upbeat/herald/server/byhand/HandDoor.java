package upbeat.herald.server.byhand;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.intake.TakeIn;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.NotFound;

/**
 * What a coordinator does to orders by hand: tracking numbers, stages and tags, for one or for many; and taking it back
 * while nothing was sent for it.
 */
@RestController
@RequestMapping("/ui/hand")
@Tag(name = "ui-hand")
class HandDoor {
    private static final String SOURCE = "hand";
    private static final int MOST = 1_000;
    private final TakeIn takeIn;
    private final DeedStore deeds;
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final ReachedStore reached;
    private final MessageStore messages;
    private final CarrierStore carriers;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    HandDoor(
            TakeIn takeIn,
            DeedStore deeds,
            OrderStore orders,
            ParcelStore parcels,
            ReachedStore reached,
            MessageStore messages,
            CarrierStore carriers,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.takeIn = takeIn;
        this.deeds = deeds;
        this.orders = orders;
        this.parcels = parcels;
        this.reached = reached;
        this.messages = messages;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
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

    /** @param deed to be taken back by; {@code done} how many orders; {@code refused} why others were not */
    record Done(@Nullable Long deed, String what, int done, int messages, List<String> refused) {}

    @PostMapping("/orders/{shop}/{number}/parcels")
    Done add(
            @PathVariable String shop,
            @PathVariable String number,
            @RequestBody ParcelByHand body,
            Authentication who) {
        OrderRow order = find(shop, number);
        Parcel parcel = checked(order, body);
        Done done = writer.write(db -> {
            if (Boolean.TRUE.equals(body.goesOn())) {
                ParcelRow first = ofOrder(db, order, body.of());
                int planned = takeIn.goesOn(db, first, parcel.carrier(), parcel.trackingNumber(), clock.instant())
                        .messages();
                return new Done(null, number + " goes on as " + parcel.trackingNumber(), 1, planned, List.of());
            }
            TakeIn.Taken<ParcelRow> put = takeIn.parcel(db, order, parcel, SOURCE, clock.instant());
            if (put.change() == TakeIn.Change.UNCHANGED)
                return new Done(null, parcel.trackingNumber() + " is on the order already", 0, 0, List.of());
            long deed = deeds.insert(
                    db,
                    who.getName(),
                    "Put " + parcel.trackingNumber() + " on " + number,
                    List.of(step("remove", order.id(), put.row(), null)),
                    clock.instant());
            return new Done(deed, parcel.trackingNumber() + " is on " + number, 1, put.messages(), List.of());
        });
        bell.ring();
        return done;
    }

    @PutMapping("/orders/{shop}/{number}/parcels/{carrier}/{trackingNumber}")
    Done change(
            @PathVariable String shop,
            @PathVariable String number,
            @PathVariable String carrier,
            @PathVariable String trackingNumber,
            @RequestBody ParcelByHand body,
            Authentication who) {
        OrderRow order = find(shop, number);
        Parcel to = checked(order, body);
        Done done = writer.write(db -> {
            ParcelRow before = parcel(db, order, carrier, trackingNumber);
            DeedStore.Step back = putBack(db, order, before);
            if (to.carrier().equals(carrier)
                    && Texts.compact(to.trackingNumber()).equals(Texts.compact(trackingNumber))) {
                parcels.renumber(db, before.id(), to.carrier(), to.trackingNumber());
                TakeIn.Taken<ParcelRow> put = takeIn.parcel(db, order, to, SOURCE, clock.instant());
                return new Done(
                        null,
                        "What is in " + to.trackingNumber() + " is changed",
                        put.change() == TakeIn.Change.UNCHANGED ? 0 : 1,
                        put.messages(),
                        List.of());
            }
            TakeIn.Taken<ParcelRow> put = takeIn.renumber(db, before, to, SOURCE, clock.instant());
            long deed = deeds.insert(
                    db,
                    who.getName(),
                    "Changed " + trackingNumber + " to " + to.trackingNumber() + " on " + number,
                    List.of(step("remove", order.id(), put.row(), null), back),
                    clock.instant());
            return new Done(deed, trackingNumber + " is now " + to.trackingNumber(), 1, put.messages(), List.of());
        });
        bell.ring();
        return done;
    }

    @DeleteMapping("/orders/{shop}/{number}/parcels/{carrier}/{trackingNumber}")
    Done remove(
            @PathVariable String shop,
            @PathVariable String number,
            @PathVariable String carrier,
            @PathVariable String trackingNumber,
            Authentication who) {
        OrderRow order = find(shop, number);
        Done done = writer.write(db -> {
            ParcelRow parcel = parcel(db, order, carrier, trackingNumber);
            DeedStore.Step back = putBack(db, order, parcel);
            takeIn.removeParcel(db, parcel);
            orders.note(
                    db,
                    order.id(),
                    "Tracking number " + trackingNumber + " taken off by " + who.getName(),
                    clock.instant());
            return new Done(
                    deeds.insert(
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
        bell.ring();
        return done;
    }

    /**
     * Marks a stage on every parcel of the orders, or on the one named; cancelled and refunded on the orders
     * themselves.
     */
    @PostMapping("/marks")
    Done mark(@RequestBody Mark body, Authentication who) {
        Stage stage = Stage.of(body.stage())
                .filter(s -> s != Stage.ORDERED)
                .orElseThrow(() -> new HeraldException("stage", "Choose a stage"));
        List<OrderName> names = some(body.orders());
        Done done = writer.write(db -> {
            List<DeedStore.Step> steps = new ArrayList<>();
            List<String> refused = new ArrayList<>();
            int marked = 0;
            int planned = 0;
            for (OrderName name : names) {
                OrderRow order = orders.find(db, name.shop(), name.number()).orElse(null);
                if (order == null) {
                    refused.add(name.number() + ": there is no such order");
                    continue;
                }
                if (stage.ofOrder()) {
                    TakeIn.Taken<OrderRow> ended = takeIn.end(db, order, stage, clock.instant());
                    if (ended.change() == TakeIn.Change.CHANGED) marked++;
                    planned += ended.messages();
                    continue;
                }
                List<ParcelRow> its = parcels.of(db, order.id()).stream()
                        .filter(p -> body.trackingNumber() == null
                                || Texts.compact(p.parcel().trackingNumber())
                                        .equals(Texts.compact(body.trackingNumber())))
                        .toList();
                if (its.isEmpty()) refused.add(name.number() + ": it has no tracking number to put it on");
                boolean any = false;
                for (ParcelRow parcel : its) {
                    TakeIn.Taken<ParcelRow> put =
                            takeIn.mark(db, parcel, stage, clock.instant(), SOURCE, clock.instant());
                    if (put.change() != TakeIn.Change.CHANGED) continue;
                    any = true;
                    planned += put.messages();
                    steps.add(step("unmark", order.id(), parcel, stage.code()));
                }
                if (any) marked++;
            }
            String what = marked + (marked == 1 ? " order" : " orders") + " marked " + stage.words();
            Long deed = steps.isEmpty()
                    ? null
                    : Long.valueOf(deeds.insert(db, who.getName(), what, steps, clock.instant()));
            return new Done(deed, what, marked, planned, refused);
        });
        bell.ring();
        return done;
    }

    @PostMapping("/tags")
    Done tag(@RequestBody TagMany body, Authentication who) {
        String tag = Texts.orNull(body.tag());
        if (tag == null || tag.length() > 40) throw new HeraldException("tag", "A tag has 1 to 40 characters");
        List<OrderName> names = some(body.orders());
        return writer.write(db -> {
            List<DeedStore.Step> steps = new ArrayList<>();
            for (OrderName name : names) {
                orders.find(db, name.shop(), name.number()).ifPresent(o -> {
                    if (orders.tags(db, o.id()).contains(tag)) return;
                    orders.tag(db, o.id(), tag, SOURCE, clock.instant());
                    steps.add(new DeedStore.Step("untag", o.id(), null, null, tag, null, null));
                });
            }
            String what = steps.size() + (steps.size() == 1 ? " order" : " orders") + " tagged " + tag;
            return new Done(
                    steps.isEmpty()
                            ? null
                            : Long.valueOf(deeds.insert(db, who.getName(), what, steps, clock.instant())),
                    what,
                    steps.size(),
                    0,
                    List.of());
        });
    }

    /** Takes a deed back; refused as a whole where a message went out for any part of it. */
    @PostMapping("/deeds/{id}/undo")
    Done undo(@PathVariable long id) {
        Done done = writer.write(db -> {
            DeedStore.Deed deed = deeds.find(db, id).orElseThrow(() -> new NotFound("There is nothing to take back"));
            if (!deeds.undone(db, id, clock.instant())) throw new HeraldException("id", "This was taken back already");
            int planned = 0;
            for (DeedStore.Step step : deed.steps()) planned += back(db, step);
            return new Done(null, "Taken back: " + deed.what(), deed.steps().size(), planned, List.of());
        });
        bell.ring();
        return done;
    }

    private int back(JdbcClient db, DeedStore.Step step) {
        if (step.kind().equals("untag")) {
            orders.untag(db, step.orderId(), step.value());
            return 0;
        }
        OrderRow order = orders.get(db, step.orderId());
        if (step.kind().equals("put-back")) {
            ParcelRow row = takeIn.parcel(
                            db,
                            order,
                            new Parcel(step.carrier(), step.trackingNumber(), step.items()),
                            SOURCE,
                            clock.instant())
                    .row();
            int planned = 0;
            for (String stage : step.stages())
                planned += takeIn.mark(db, row, Stage.of(stage).orElseThrow(), clock.instant(), SOURCE, clock.instant())
                        .messages();
            return planned;
        }
        ParcelRow parcel = parcels.find(db, step.carrier(), step.trackingNumber())
                .orElseThrow(() -> new HeraldException(
                        "id", "The parcel " + step.trackingNumber() + " was changed since; look at the order"));
        if (step.kind().equals("unmark"))
            takeIn.unmark(db, parcel, Stage.of(step.value()).orElseThrow(), SOURCE);
        else {
            if (messages.anySent(db, parcel.id(), null))
                throw new HeraldException(
                        "id",
                        "A message about parcel " + step.trackingNumber()
                                + " went out already. It can't be taken back; take the number off instead");
            takeIn.removeParcel(db, parcel);
        }
        return 0;
    }

    private static List<OrderName> some(List<OrderName> names) {
        if (names == null || names.isEmpty()) throw new HeraldException("orders", "Choose at least one order");
        if (names.size() > MOST)
            throw new HeraldException("orders", "Choose up to " + MOST + " orders at once; for more, load a sheet");
        return names.stream().filter(Objects::nonNull).distinct().toList();
    }

    private Parcel checked(OrderRow order, ParcelByHand body) {
        if (Texts.compact(body.trackingNumber()).isEmpty()
                || body.trackingNumber().length() > 60)
            throw new HeraldException("trackingNumber", "A tracking number has 1 to 60 characters");
        Carrier carrier = carriers.find(reader, String.valueOf(body.carrier()))
                .orElseThrow(() -> new HeraldException("carrier", "Choose the carrier that brings it"));
        Map<String, Integer> contents = new LinkedHashMap<>();
        for (Parcel.Content c : body.items() == null ? List.<Parcel.Content>of() : body.items()) {
            if (c.quantity() < 1
                    || order.order().items().stream().noneMatch(i -> c.sku().equals(i.sku())))
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

    private DeedStore.Step putBack(JdbcClient db, OrderRow order, ParcelRow parcel) {
        List<String> stages = reached.of(db, order.id()).stream()
                .filter(r -> Long.valueOf(parcel.id()).equals(r.parcelId())
                        && !r.visit().implied())
                .map(r -> r.visit().stage().code())
                .filter(s -> !s.equals("packed"))
                .distinct()
                .toList();
        return new DeedStore.Step(
                "put-back",
                order.id(),
                parcel.parcel().carrier(),
                parcel.parcel().trackingNumber(),
                null,
                parcel.parcel().items(),
                stages);
    }

    private static DeedStore.Step step(String kind, long order, ParcelRow parcel, String value) {
        return new DeedStore.Step(
                kind, order, parcel.parcel().carrier(), parcel.parcel().trackingNumber(), value, null, null);
    }

    private ParcelRow parcel(JdbcClient db, OrderRow order, String carrier, String trackingNumber) {
        return parcels.find(db, carrier, trackingNumber)
                .filter(p -> p.orderId() == order.id())
                .orElseThrow(() -> new NotFound("The order has no parcel " + trackingNumber));
    }

    private ParcelRow ofOrder(JdbcClient db, OrderRow order, String trackingNumber) {
        return parcels.of(db, order.id()).stream()
                .filter(p -> Texts.compact(p.parcel().trackingNumber()).equals(Texts.compact(trackingNumber)))
                .findFirst()
                .orElseThrow(() -> new HeraldException("of", "Say which parcel goes on"));
    }

    private OrderRow find(String shop, String number) {
        return orders.find(reader, shop, number)
                .orElseThrow(() -> new NotFound("There is no order " + number + " of shop " + shop));
    }
}
