package upbeat.herald.server.ingest.webhook;

import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierLookup;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.ingest.StageMarkService;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * Reads an arrival by its shop's mapping and takes in what it holds. An arrival read again changes what it changes and
 * sends nothing twice.
 */
@Component
class WebhookRequestProcessor {
    static final String SOURCE = "shop";
    private final OrderIngestService orderIngest;
    private final CarrierLookup carrierOf;
    private final ParcelRepository parcels;
    private final ParcelIngestService parcelIngest;
    private final StageMarkService marks;

    WebhookRequestProcessor(
            OrderIngestService orderIngest,
            CarrierLookup carrierOf,
            ParcelRepository parcels,
            ParcelIngestService parcelIngest,
            StageMarkService marks) {
        this.orderIngest = orderIngest;
        this.carrierOf = carrierOf;
        this.parcels = parcels;
        this.parcelIngest = parcelIngest;
        this.marks = marks;
    }

    /**
     * @param state {@code read}, {@code partly} or {@code unread}
     * @param reason what could not be read, or null
     * @param number the order's number, or null; of several the first
     * @param messages planned
     * @param orders as the mapping read them, in the shape of our own interface
     * @param isOfErased true where it is about nobody but a customer who was erased, so that it may not be kept
     */
    record Outcome(
            String state,
            @Nullable String reason,
            @Nullable String number,
            int messages,
            List<Mapping.Read> orders,
            boolean isOfErased) {}

    /** An order that was read and can be taken in. @param notes what it is taken without */
    private record Sound(Mapping.Read read, OrderDocument document, Order order, List<String> notes) {}

    /**
     * A request read by its shop's mapping. What a person typed into the mapping and what came from outside are worked
     * on before the writer is asked for, so that neither can keep others from writing.
     *
     * @param orders as the mapping read them; {@code sound} those that can be taken in; {@code wrong} what could not be
     *     read
     */
    record ReadRequest(
            List<Mapping.Read> orders,
            List<Sound> sound,
            List<String> wrong,
            @Nullable String number) {}

    ReadRequest read(Mapping mapping, String shop, String body, Instant arrived, Instant now) {
        JsonNode document;
        try {
            document = Json.readTree(body);
        } catch (JacksonException e) {
            return unread("This isn't valid JSON"
                    + (e.getLocation() == null
                            ? ""
                            : " (line " + e.getLocation().getLineNr() + ", column "
                                    + e.getLocation().getColumnNr() + ")"));
        }
        List<JsonNode> nodes = mapping.splitOrders(document);
        if (nodes.isEmpty()) return unread("The mapping finds no order in this request (" + mapping.each() + ")");
        ReadRequest request = new ReadRequest(new ArrayList<>(), new ArrayList<>(), new ArrayList<>(), null);
        String number = null;
        for (JsonNode node : nodes) {
            Mapping.Read read = mapping.readOrder(node);
            request.orders().add(read);
            if (number == null && read.order().get("number") != null)
                number = read.order().get("number").toString();
            request.wrong().addAll(read.notes());
            if (!read.faults().isEmpty()) {
                request.wrong().addAll(read.faults());
                continue;
            }
            read.order().putIfAbsent("placedAt", arrived.toString()); // no time given: the time of the request
            try {
                LenientOrder.Taken taken = LenientOrder.read(read.order(), shop, arrived, now);
                request.wrong().addAll(taken.leftOut());
                List<String> notes = new ArrayList<>(read.notes());
                notes.addAll(taken.leftOut());
                request.sound().add(new Sound(read, taken.document(), taken.order(), notes));
            } catch (ValidationException e) {
                e.errors().forEach(f -> request.wrong().add(f.field() + ": " + f.message()));
            } catch (HeraldException e) {
                request.wrong().add(e.getMessage());
            }
        }
        return new ReadRequest(request.orders(), request.sound(), request.wrong(), number);
    }

    private static ReadRequest unread(String why) {
        return new ReadRequest(List.of(), List.of(), List.of(why), null);
    }

    /** What became of a request, without taking anything in. */
    Outcome dryRun(Mapping mapping, String shop, String body, Instant arrived, Instant now) {
        ReadRequest request = read(mapping, shop, body, arrived, now);
        return outcome(request, request.wrong(), request.sound().size(), 0, 0);
    }

    /** Takes in what was read, order by order: one that is wrong keeps no other out. */
    Outcome process(JdbcClient db, ReadRequest request, Instant now) {
        List<String> wrong = new ArrayList<>(request.wrong());
        int messages = 0;
        int taken = 0;
        int erased = 0;
        for (Sound s : request.sound()) {
            try {
                Ingested<OrderRow> order = keep(db, s, now, wrong);
                messages += order.messages();
                taken++;
                if (order.row().isErased()) erased++;
            } catch (HeraldException e) {
                wrong.add(e.getMessage());
            }
        }
        return outcome(request, wrong, taken, messages, erased);
    }

    private static Outcome outcome(ReadRequest request, List<String> wrong, int taken, int messages, int erased) {
        String reason = wrong.isEmpty()
                ? null
                : String.join("\n", wrong.stream().distinct().limit(20).toList());
        String state = taken == 0 ? "unread" : wrong.isEmpty() ? "read" : "partly";
        return new Outcome(
                state,
                reason,
                request.number(),
                messages,
                request.orders(),
                erased > 0 && erased == request.orders().size());
    }

    private Ingested<OrderRow> keep(JdbcClient db, Sound sound, Instant now, List<String> wrong) {
        Mapping.Read read = sound.read();
        Ingested<OrderRow> taken = orderIngest.ingestOrder(db, sound.order(), SOURCE, now);
        orderIngest.noteGuess(db, taken, sound.document(), now);
        orderIngest.noteLeftOut(db, taken, sound.notes(), now);
        int messages = taken.messages();
        for (Map<String, String> p : read.parcels()) {
            String number = p.get("trackingNumber");
            if (Texts.isBlank(number)) {
                wrong.add("A parcel has no tracking number. Check the mapping");
                continue;
            }
            Carrier carrier = carrierOf.findByName(db, p.get("carrier"), number).orElse(null);
            if (carrier == null) {
                wrong.add("Parcel " + number + ": "
                        + (p.get("carrier") == null
                                ? "the carrier is missing"
                                : "there is no carrier \"" + p.get("carrier") + "\"")
                        + ". Add it in Setup, or replace its name in the mapping");
                continue;
            }
            Ingested<ParcelRow> put = parcelIngest.ingestParcel(
                    db, taken.row(), new Parcel(carrier.key(), number, List.of()), SOURCE, now);
            messages += put.messages();
            Stage stage =
                    p.get("stage") != null ? Stage.fromCode(p.get("stage")).orElse(null) : read.stage();
            if (stage != null && !stage.isOrderStage())
                messages += marks.mark(db, put.row(), stage, at(p.get("at"), now), SOURCE, now)
                        .messages();
        }
        if (read.parcels().isEmpty() && read.stage() != null && !read.stage().isOrderStage()) {
            List<ParcelRow> known = parcels.findByOrder(db, taken.row().id());
            if (known.isEmpty()) wrong.add("The order is " + read.stage().label() + ", but it has no parcel");
            for (ParcelRow p : known)
                messages += marks.mark(db, p, read.stage(), now, SOURCE, now).messages();
        }
        if (read.ended() != null)
            messages += orderIngest.endOrder(db, taken.row(), read.ended(), now).messages();
        return new Ingested<>(taken.row(), taken.change(), messages);
    }

    private static Instant at(@Nullable String text, Instant now) {
        if (text == null) return now;
        try {
            Instant at = java.time.OffsetDateTime.parse(text).toInstant();
            return at.isAfter(now) ? now : at;
        } catch (DateTimeParseException e) {
            return now;
        }
    }
}
