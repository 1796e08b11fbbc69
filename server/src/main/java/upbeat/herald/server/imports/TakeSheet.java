package upbeat.herald.server.imports;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Phones;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.intake.TakeIn;
import upbeat.herald.server.orders.CarrierStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;

/** Takes the rows of an order sheet, each by itself: a row that is refused leaves nothing behind and keeps no other row out. */
@Component
class TakeSheet {
    private static final String SOURCE = "spreadsheet";
    /** Words for stages that sheets use besides the stages' own (common practice, no source). */
    private static final Map<String, Stage> OTHER_WORDS = Map.of("shipped", Stage.DISPATCHED, "sent", Stage.DISPATCHED, "fulfilled", Stage.DISPATCHED, "label printed", Stage.PACKED, "new", Stage.ORDERED, "open", Stage.ORDERED, "canceled", Stage.CANCELLED);

    private final TakeIn takeIn;
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final CarrierStore carriers;

    TakeSheet(TakeIn takeIn, OrderStore orders, ParcelStore parcels, CarrierStore carriers) {
        this.takeIn = takeIn;
        this.orders = orders;
        this.parcels = parcels;
        this.carriers = carriers;
    }

    /** @param verdict {@code new}, {@code changed}, {@code unchanged} or {@code refused}; {@code what} is done, in words; {@code reason} of a refusal */
    record RowOutcome(long line, @Nullable String order, @Nullable String name, String verdict, List<String> what, @Nullable String reason, int messages) {}

    List<RowOutcome> all(JdbcClient db, String shop, List<SheetRow> rows, Instant now) {
        List<Carrier> known = carriers.all(db);
        return rows.stream().map(row -> {
            try {
                return one(db, shop, row, known, now);
            } catch (HeraldException e) {
                return new RowOutcome(row.line(), row.order(), row.name(), "refused", List.of(), e.getMessage(), 0);
            }
        }).toList();
    }

    /** Everything that can be refused is looked at before anything is written. */
    private RowOutcome one(JdbcClient db, String shop, SheetRow row, List<Carrier> known, Instant now) {
        if (row.order() == null) throw new HeraldException("order", "The order number is missing");
        if (row.order().length() > 80) throw new HeraldException("order", "The order number is longer than 80 characters");
        Optional<OrderRow> before = orders.find(db, shop, row.order());
        Order order = order(shop, row, before.map(OrderRow::order).orElse(null), now);
        Parcel parcel = parcel(db, row, known, before);
        Stage stage = stage(row);
        boolean ofParcel = stage != null && !stage.ofOrder();
        List<ParcelRow> has = before.map(o -> parcels.of(db, o.id())).orElse(List.of());
        if (ofParcel && parcel == null && has.isEmpty()) throw new HeraldException("trackingNumber", "The status is " + stage.words() + ", but there is no tracking number to put it on");
        if (ofParcel && parcel == null && has.size() > 1) throw new HeraldException("trackingNumber", "The order has " + has.size() + " parcels. Give the tracking number of the one that is " + stage.words());

        List<String> what = new ArrayList<>();
        TakeIn.Taken<OrderRow> taken = takeIn.order(db, order, SOURCE, now);
        int messages = taken.messages();
        if (taken.change() == TakeIn.Change.NEW) what.add("new order");
        if (taken.change() == TakeIn.Change.CHANGED) what.add("customer's data changed");
        ParcelRow onto = has.isEmpty() ? null : has.get(0);
        if (parcel != null) {
            TakeIn.Taken<ParcelRow> put = takeIn.parcel(db, taken.row(), parcel, SOURCE, now);
            if (put.change() == TakeIn.Change.NEW) what.add("tracking number " + parcel.trackingNumber());
            messages += put.messages();
            onto = put.row();
        }
        if (ofParcel) {
            TakeIn.Taken<ParcelRow> marked = takeIn.mark(db, onto, stage, now, SOURCE, now);
            if (marked.change() == TakeIn.Change.CHANGED) what.add("marked " + stage.words());
            messages += marked.messages();
        } else if (stage == Stage.CANCELLED || stage == Stage.REFUNDED) {
            TakeIn.Taken<OrderRow> ended = takeIn.end(db, orders.get(db, taken.row().id()), stage, now);
            if (ended.change() == TakeIn.Change.CHANGED) what.add(stage.words());
            messages += ended.messages();
        }
        String verdict = taken.change() == TakeIn.Change.NEW ? "new" : what.isEmpty() ? "unchanged" : "changed";
        return new RowOutcome(row.line(), row.order(), order.customer() == null ? null : order.customer().name(), verdict, what, null, messages);
    }

    /** The order with the row's cells laid over what is known; an empty cell changes nothing. */
    private static Order order(String shop, SheetRow row, Order before, Instant now) {
        String country = country(row.country());
        if (country == null && before != null && before.shipTo() != null) country = before.shipTo().country();
        if (row.email() != null && !EmailAddress.valid(row.email())) throw new HeraldException("email", "\"" + row.email() + "\" is not an e-mail address");
        String phone = null;
        if (row.phone() != null) {
            phone = Phones.e164(row.phone(), country).orElse(null);
            if (phone == null) throw new HeraldException("phone", "\"" + row.phone() + "\" can't be a phone number" + (country == null ? ". Without a country it needs its country code, +46..." : " in " + country));
        }
        Order.Customer was = before == null || before.customer() == null ? new Order.Customer(null, null, null, null) : before.customer();
        Order.Customer customer = new Order.Customer(or(row.name(), was.name()), or(row.email(), was.email()), or(phone, was.phone()), was.language());
        Order.ShipTo went = before == null ? null : before.shipTo();
        Order.ShipTo to = country == null ? went : went == null ? new Order.ShipTo(customer.name(), null, null, null, country) : new Order.ShipTo(went.name(), went.street(), went.city(), went.postcode(), country);
        if (before == null) return new Order(shop, row.order(), now, customer, to, Payment.PREPAID, null, null, List.of(), Order.Consent.UNKNOWN, List.of());
        return new Order(shop, before.number(), before.placedAt(), before.customer() == null && customer.equals(was) ? null : customer, to, before.payment(), before.currency(), before.total(), before.items(), before.consent(), before.tags());
    }

    private Parcel parcel(JdbcClient db, SheetRow row, List<Carrier> known, Optional<OrderRow> order) {
        Carrier carrier = null;
        if (row.carrier() != null) {
            carrier = known.stream().filter(c -> c.key().equalsIgnoreCase(row.carrier()) || c.name().equalsIgnoreCase(row.carrier())).findFirst()
                    .orElseThrow(() -> new HeraldException("carrier", "There is no carrier \"" + row.carrier() + "\". Known are " + String.join(", ", known.stream().map(Carrier::name).toList())));
        }
        if (row.trackingNumber() == null) return null;
        if (row.trackingNumber().matches("\\d[.,]?\\d*[eE]\\+?\\d+")) throw new HeraldException("trackingNumber", "The spreadsheet turned the tracking number into " + row.trackingNumber() + ". Format the column as text, enter the number again and save anew");
        if (Texts.compact(row.trackingNumber()).isEmpty() || row.trackingNumber().length() > 60) throw new HeraldException("trackingNumber", "A tracking number has 1 to 60 characters");
        if (carrier == null) throw new HeraldException("carrier", "Say which carrier brings " + row.trackingNumber());
        Optional<ParcelRow> there = parcels.find(db, carrier.key(), row.trackingNumber());
        if (there.isPresent() && order.map(o -> o.id() != there.get().orderId()).orElse(true)) {
            throw new HeraldException("trackingNumber", "The number " + row.trackingNumber() + " is on order " + orders.get(db, there.get().orderId()).order().number() + " already");
        }
        return new Parcel(carrier.key(), row.trackingNumber(), List.of());
    }

    private static Stage stage(SheetRow row) {
        if (row.status() == null) return null;
        return Stage.of(row.status()).or(() -> Optional.ofNullable(OTHER_WORDS.get(row.status().toLowerCase(Locale.ROOT))))
                .orElseThrow(() -> new HeraldException("status", "\"" + row.status() + "\" is no stage. Use ordered, packed, dispatched, in transit, out for delivery, delivered, cancelled..."));
    }

    private static String country(String written) {
        if (written == null) return null;
        for (String code : Locale.getISOCountries()) {
            if (code.equalsIgnoreCase(written) || new Locale("", code).getDisplayCountry(Locale.ENGLISH).equalsIgnoreCase(written)) return code;
        }
        throw new HeraldException("country", "\"" + written + "\" is no country. Use its two letters, such as DE");
    }

    private static String or(String a, String b) {
        return a == null ? b : a;
    }
}
