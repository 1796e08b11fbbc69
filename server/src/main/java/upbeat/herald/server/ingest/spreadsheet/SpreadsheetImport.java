package upbeat.herald.server.ingest.spreadsheet;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
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
import upbeat.herald.core.carrier.NumberRecognition;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierLookup;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.ingest.StageMarkService;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/** Takes the rows of a sheet, order by order: one that is refused leaves nothing behind and keeps no other out. */
@Component
class SpreadsheetImport {
    private static final String SOURCE = "spreadsheet";
    /** Words for stages that sheets use besides the stages' own (common practice, no source). */
    private static final Map<String, Stage> OTHER_WORDS = Map.of(
            "shipped",
            Stage.DISPATCHED,
            "sent",
            Stage.DISPATCHED,
            "fulfilled",
            Stage.DISPATCHED,
            "label printed",
            Stage.PACKED,
            "new",
            Stage.ORDERED,
            "open",
            Stage.ORDERED,
            "canceled",
            Stage.CANCELLED);

    private final OrderIngestService orderIngest;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final CarrierRepository carriers;
    private final CarrierLookup carrierOf;
    private final ParcelIngestService parcelIngest;
    private final StageMarkService marks;

    SpreadsheetImport(
            OrderIngestService orderIngest,
            OrderRepository orders,
            ParcelRepository parcels,
            CarrierRepository carriers,
            CarrierLookup carrierOf,
            ParcelIngestService parcelIngest,
            StageMarkService marks) {
        this.orderIngest = orderIngest;
        this.orders = orders;
        this.parcels = parcels;
        this.carriers = carriers;
        this.carrierOf = carrierOf;
        this.parcelIngest = parcelIngest;
        this.marks = marks;
    }

    /** @param only rows whose cell at {@code onlyAt} is this are taken, others left out; null for all */
    record Job(String shop, String kind, @Nullable String only, int onlyAt) {}

    /**
     * @param verdict {@code new}, {@code changed}, {@code unchanged}, {@code left out} or {@code refused}; {@code what}
     *     is done, in words; {@code reason} of a refusal
     */
    record RowOutcome(
            long line,
            @Nullable String order,
            @Nullable String name,
            String verdict,
            List<String> what,
            @Nullable String reason,
            int messages) {}

    /** @param groups rows of one order together */
    List<RowOutcome> importAll(JdbcClient db, Job job, List<List<SheetRow>> groups, Instant now) {
        List<Carrier> known = carriers.findAll(db);
        List<RowOutcome> outcomes = new ArrayList<>();
        for (List<SheetRow> group : groups) {
            List<SheetRow> wanted = new ArrayList<>();
            for (SheetRow row : group) {
                boolean out = job.only() != null
                        && (job.onlyAt() >= row.cells().size()
                                || !job.only()
                                        .strip()
                                        .equalsIgnoreCase(
                                                row.cells().get(job.onlyAt()).strip()));
                if (out)
                    outcomes.add(new RowOutcome(
                            row.line(),
                            Texts.orEmpty(row.get(SheetColumn.ORDER)),
                            row.get(SheetColumn.NAME),
                            "left out",
                            List.of(),
                            null,
                            0));
                else wanted.add(row);
            }
            order(db, job, wanted, known, now, outcomes);
        }
        return outcomes;
    }

    /** One order's rows. Everything that can be refused is looked at before anything is written. */
    private void order(
            JdbcClient db, Job job, List<SheetRow> rows, List<Carrier> known, Instant now, List<RowOutcome> outcomes) {
        List<SheetRow> good = new ArrayList<>();
        boolean itemLost = false;
        for (SheetRow row : rows) {
            try {
                if (row.fault() != null) throw new HeraldException("line", row.fault());
                item(row);
                good.add(row);
            } catch (HeraldException e) {
                outcomes.add(refused(row, e.getMessage()));
                itemLost = true;
            }
        }
        if (itemLost
                && rows.size() > 1
                && good.stream().anyMatch(r -> r.get(SheetColumn.SKU) != null || r.get(SheetColumn.ITEM) != null)) {
            good.forEach(r -> outcomes.add(
                    refused(r, "Another row of this order was refused, so the order would be incomplete")));
            return;
        }
        List<Order.Item> items = good.stream()
                .map(SpreadsheetImport::item)
                .filter(java.util.Objects::nonNull)
                .toList();
        for (int i = 0; i < good.size(); i++) {
            SheetRow row = good.get(i);
            try {
                outcomes.add(one(db, job, row, i == 0 ? items : List.of(), known, now));
            } catch (HeraldException e) {
                outcomes.add(refused(row, e.getMessage()));
            }
        }
    }

    private static RowOutcome refused(SheetRow row, @Nullable String reason) {
        return new RowOutcome(
                row.line(), row.get(SheetColumn.ORDER), row.get(SheetColumn.NAME), "refused", List.of(), reason, 0);
    }

    private RowOutcome one(
            JdbcClient db, Job job, SheetRow row, List<Order.Item> items, List<Carrier> known, Instant now) {
        String number = row.get(SheetColumn.ORDER);
        Optional<OrderRow> before = number == null ? Optional.empty() : orders.find(db, job.shop(), number);
        if (number == null && job.kind().equals("stages") && row.get(SheetColumn.TRACKING) != null)
            before = byParcel(db, row);
        else if (number == null) throw new HeraldException("order", "The order number is missing");
        else if (number.length() > 80)
            throw new HeraldException("order", "The order number is longer than 80 characters");
        if (before.isEmpty() && !job.kind().equals("orders"))
            throw new HeraldException(
                    "order", "There is no order " + number + " in shop " + job.shop() + ". Import the orders first");
        Order order = job.kind().equals("orders")
                ? order(job.shop(), row, items, before.map(OrderRow::order).orElse(null), now)
                : before.get().order();
        Parcel parcel = job.kind().equals("stages") ? null : parcel(db, row, known, before);
        Stage stage = stage(row);
        if (job.kind().equals("tracking") && parcel == null)
            throw new HeraldException("trackingNumber", "The tracking number is missing");
        if (job.kind().equals("stages") && stage == null) throw new HeraldException("status", "The status is missing");
        Stage ofParcel = stage != null && !stage.isOrderStage() ? stage : null;
        List<ParcelRow> has = before.map(o -> parcels.findByOrder(db, o.id())).orElse(List.of());
        ParcelRow onto = null;
        if (ofParcel != null && parcel == null) {
            List<ParcelRow> meant = row.get(SheetColumn.TRACKING) == null
                    ? has
                    : has.stream()
                            .filter(p -> TrackingNumber.compact(p.parcel().trackingNumber())
                                            .equals(TrackingNumber.compact(row.get(SheetColumn.TRACKING)))
                                    || parcels.findLegs(db, p.id()).stream()
                                            .anyMatch(l -> TrackingNumber.compact(l.trackingNumber())
                                                    .equals(TrackingNumber.compact(row.get(SheetColumn.TRACKING)))))
                            .toList();
            if (has.isEmpty())
                throw new HeraldException(
                        "trackingNumber",
                        "The status is " + ofParcel.label() + ", but there's no tracking number for it");
            if (meant.isEmpty())
                throw new HeraldException("trackingNumber", "The order has no parcel " + row.get(SheetColumn.TRACKING));
            if (meant.size() > 1)
                throw new HeraldException(
                        "trackingNumber",
                        "The order has " + meant.size() + " parcels. Enter the tracking number of the one that is "
                                + ofParcel.label());
            onto = meant.get(0);
        }
        List<String> what = new ArrayList<>();
        Ingested<OrderRow> taken = orderIngest.ingestOrder(db, order, SOURCE, now);
        int messages = taken.messages();
        if (taken.change() == Ingested.Change.NEW) what.add("new order");
        if (taken.change() == Ingested.Change.CHANGED) what.add("order data changed");
        if (parcel != null) {
            Ingested<ParcelRow> put = parcelIngest.ingestParcel(db, taken.row(), parcel, SOURCE, now);
            if (put.change() == Ingested.Change.NEW) {
                what.add("tracking number " + parcel.trackingNumber());
                doubt(parcel, known).ifPresent(what::add);
            }
            messages += put.messages();
            onto = put.row();
        }
        if (ofParcel != null && onto != null) {
            Ingested<ParcelRow> marked = marks.mark(db, onto, ofParcel, now, SOURCE, now);
            if (marked.change() == Ingested.Change.CHANGED) what.add("marked as " + ofParcel.label());
            messages += marked.messages();
        } else if (stage == Stage.CANCELLED || stage == Stage.REFUNDED) {
            Ingested<OrderRow> ended =
                    orderIngest.endOrder(db, orders.get(db, taken.row().id()), stage, now);
            if (ended.change() == Ingested.Change.CHANGED) what.add(stage.label());
            messages += ended.messages();
        }
        String verdict = taken.change() == Ingested.Change.NEW ? "new" : what.isEmpty() ? "unchanged" : "changed";
        return new RowOutcome(
                row.line(),
                order.number(),
                order.customer() == null ? null : order.customer().name(),
                verdict,
                what,
                null,
                messages);
    }

    private Optional<OrderRow> byParcel(JdbcClient db, SheetRow row) {
        String number = row.get(SheetColumn.TRACKING);
        List<String> keys = parcels.findCarriersByNumber(db, number);
        if (keys.isEmpty()) throw new HeraldException("trackingNumber", "No order has the tracking number " + number);
        if (keys.size() > 1)
            throw new HeraldException(
                    "trackingNumber", "Several carriers have the number " + number + ". Enter the order number");
        return parcels.findAny(db, keys.get(0), number).map(p -> orders.get(db, p.orderId()));
    }

    /** The order with the row's cells laid over what is known; an empty cell changes nothing. */
    private static Order order(String shop, SheetRow row, List<Order.Item> items, @Nullable Order before, Instant now) {
        String country = country(row.get(SheetColumn.COUNTRY));
        if (country == null && before != null && before.shipTo() != null)
            country = before.shipTo().country();
        String email = row.get(SheetColumn.EMAIL);
        if (email != null && !EmailAddress.isValid(email))
            throw new HeraldException("email", "\"" + email + "\" isn't an e-mail address");
        String phone = null;
        if (row.get(SheetColumn.PHONE) != null) {
            phone = PhoneNumbers.toE164(row.get(SheetColumn.PHONE), country).orElse(null);
            if (phone == null)
                throw new HeraldException(
                        "phone",
                        "\"" + row.get(SheetColumn.PHONE) + "\" isn't a valid phone number"
                                + (country == null
                                        ? ". Without a country, it needs its country code, like +46"
                                        : " in " + country));
        }
        Order.Customer was = before == null || before.customer() == null
                ? new Order.Customer(null, null, null, null)
                : before.customer();
        Order.Customer customer = new Order.Customer(
                or(row.get(SheetColumn.NAME), was.name()),
                or(email, was.email()),
                or(phone, was.phone()),
                or(language(row), was.language()));
        Order.ShipTo went = before == null || before.shipTo() == null ? Order.ShipTo.NOWHERE : before.shipTo();
        Order.ShipTo to = new Order.ShipTo(
                or(went.name(), country == null ? null : customer.name()),
                or(row.get(SheetColumn.STREET), went.street()),
                or(row.get(SheetColumn.CITY), went.city()),
                or(row.get(SheetColumn.REGION), went.region()),
                or(row.get(SheetColumn.POSTCODE), went.postcode()),
                country);
        if (to.equals(Order.ShipTo.NOWHERE)
                || before != null
                        && before.shipTo() == null
                        && country == null
                        && to.street() == null
                        && to.city() == null) to = before == null ? null : before.shipTo();
        Payment payment = payment(row);
        BigDecimal total = decimal(row, SheetColumn.TOTAL);
        String currency = currency(row);
        Instant placed = placed(row, now);
        List<String> tags = row.get(SheetColumn.TAGS) == null
                ? List.of()
                : Arrays.stream(Texts.orEmpty(row.get(SheetColumn.TAGS)).split("\\s*,\\s*"))
                        .filter(t -> !t.isBlank())
                        .distinct()
                        .toList();
        if (before == null)
            return new Order(
                    shop,
                    Texts.orEmpty(row.get(SheetColumn.ORDER)),
                    placed == null ? now : placed,
                    customer,
                    to,
                    new Order.Purchase(payment == null ? Payment.PREPAID : payment, currency, total, items),
                    Order.Consent.UNKNOWN,
                    tags);
        return new Order(
                shop,
                before.number(),
                placed == null ? before.placedAt() : placed,
                before.customer() == null && customer.equals(was) ? null : customer,
                to,
                new Order.Purchase(
                        payment == null ? before.purchase().payment() : payment,
                        or(currency, before.purchase().currency()),
                        total == null
                                        || before.purchase().total() != null
                                                && total.compareTo(before.purchase()
                                                                .total())
                                                        == 0
                                ? before.purchase().total()
                                : total,
                        items.isEmpty() ? before.purchase().items() : items),
                before.consent(),
                tags.isEmpty() ? before.tags() : tags);
    }

    private static Order.@Nullable Item item(SheetRow row) {
        String sku = row.get(SheetColumn.SKU);
        String name = row.get(SheetColumn.ITEM);
        if (sku == null && name == null) return null;
        int quantity = 1;
        if (row.get(SheetColumn.QUANTITY) != null) {
            if (!Texts.orEmpty(row.get(SheetColumn.QUANTITY)).matches("[1-9]\\d{0,5}"))
                throw new HeraldException(
                        "quantity", "\"" + row.get(SheetColumn.QUANTITY) + "\" isn't a quantity of 1 or more");
            quantity = Integer.parseInt(row.get(SheetColumn.QUANTITY));
        }
        return new Order.Item(sku, name == null ? sku : name, quantity, decimal(row, SheetColumn.PRICE), null);
    }

    private static @Nullable BigDecimal decimal(SheetRow row, SheetColumn column) {
        String text = row.get(column);
        if (text == null) return null;
        String plain = text.replaceAll("[\\s\\u00a0]", "");
        // A comma with two digits behind it is a decimal comma; one with three parts thousands.
        if (plain.matches("\\d{1,3}([.]\\d{3})*,\\d{1,2}"))
            plain = plain.replace(".", "").replace(',', '.');
        else if (plain.matches("\\d{1,3}(,\\d{3})+([.]\\d+)?")) plain = plain.replace(",", "");
        else plain = plain.replace(',', '.');
        if (!plain.matches("\\d{1,12}([.]\\d{1,6})?"))
            throw new HeraldException(column.code(), "\"" + text + "\" isn't a valid " + column.label());
        return new BigDecimal(plain);
    }

    private static @Nullable Payment payment(SheetRow row) {
        String text = row.get(SheetColumn.PAYMENT);
        if (text == null) return null;
        return Payment.fromCode(text)
                .or(() -> text.equalsIgnoreCase("cod") ? Optional.of(Payment.CASH_ON_DELIVERY) : Optional.empty())
                .orElseThrow(
                        () -> new HeraldException("payment", "\"" + text + "\" isn't prepaid or cash on delivery"));
    }

    private static @Nullable String currency(SheetRow row) {
        String text = row.get(SheetColumn.CURRENCY);
        if (text == null) return null;
        try {
            return java.util.Currency.getInstance(text.toUpperCase(Locale.ROOT)).getCurrencyCode();
        } catch (IllegalArgumentException e) {
            throw new HeraldException("currency", "\"" + text + "\" isn't a currency code such as EUR");
        }
    }

    private static @Nullable String language(SheetRow row) {
        String text = row.get(SheetColumn.LANGUAGE);
        if (text != null && !text.matches("[A-Za-z]{2,3}([-_][A-Za-z0-9]{2,8})*"))
            throw new HeraldException("language", "\"" + text + "\" isn't a language code such as de");
        return text == null ? null : text.replace('_', '-');
    }

    private static @Nullable Instant placed(SheetRow row, Instant now) {
        String text = row.get(SheetColumn.PLACED_AT);
        if (text == null) return null;
        Instant at = null;
        for (java.util.function.Function<String, Instant> form : List.<java.util.function.Function<String, Instant>>of(
                t -> OffsetDateTime.parse(t).toInstant(),
                t -> LocalDateTime.parse(t.replace(' ', 'T')).toInstant(ZoneOffset.UTC),
                t -> LocalDate.parse(t).atTime(12, 0).toInstant(ZoneOffset.UTC))) {
            try {
                if (at == null) at = form.apply(text);
            } catch (DateTimeParseException e) {
                // The next form may fit.
            }
        }
        if (at == null)
            throw new HeraldException(
                    "placedAt", "\"" + text + "\" isn't a date such as 2026-11-24 or 2026-11-24 14:05");
        if (at.isAfter(now.plusSeconds(86_400)))
            throw new HeraldException("placedAt", "\"" + text + "\" is in the future. Check the year");
        return at.isAfter(now) ? now : at;
    }

    private @Nullable Parcel parcel(JdbcClient db, SheetRow row, List<Carrier> known, Optional<OrderRow> order) {
        String number = row.get(SheetColumn.TRACKING);
        String name = row.get(SheetColumn.CARRIER);
        Carrier carrier = null;
        if (name != null) {
            carrier = known.stream()
                    .filter(c -> c.key().equalsIgnoreCase(name) || c.name().equalsIgnoreCase(name))
                    .findFirst()
                    .orElseThrow(() -> new HeraldException(
                            "carrier",
                            "There is no carrier \"" + name + "\". These are known: "
                                    + String.join(
                                            ", ",
                                            known.stream()
                                                    .filter(Carrier::inUse)
                                                    .map(Carrier::name)
                                                    .toList())));
        }
        if (number == null) return null;
        if (number.matches("\\d[.,]?\\d*[eE]\\+?\\d+"))
            throw new HeraldException(
                    "trackingNumber",
                    "The spreadsheet turned the tracking number into " + number
                            + ". Format the column as text, enter the number again and save the file");
        if (TrackingNumber.compact(number).isEmpty() || number.length() > 60)
            throw new HeraldException("trackingNumber", "Enter a tracking number of 1 to 60 characters");
        if (carrier == null)
            carrier = carrierOf
                    .findByName(db, null, number)
                    .orElseThrow(() -> new HeraldException("carrier", "Choose the carrier of " + number));
        Optional<ParcelRow> there = parcels.findAny(db, carrier.key(), number);
        if (there.isPresent() && order.map(o -> o.id() != there.get().orderId()).orElse(true)) {
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + number + " is already on order "
                            + orders.get(db, there.get().orderId()).order().number());
        }
        return new Parcel(carrier.key(), number, List.of());
    }

    /** A number that looks like its carrier's but for the check digit: taken, and said. */
    private static Optional<String> doubt(Parcel parcel, List<Carrier> known) {
        List<Carrier> its =
                known.stream().filter(c -> c.key().equals(parcel.carrier())).toList();
        List<NumberRecognition.Candidate> mine = NumberRecognition.recognise(parcel.trackingNumber(), its).stream()
                .filter(c -> c.carrier() != null)
                .toList();
        return mine.isEmpty() || mine.get(0).valid()
                ? Optional.empty()
                : Optional.of("please check: " + mine.get(0).reason());
    }

    private static @Nullable Stage stage(SheetRow row) {
        String text = row.get(SheetColumn.STATUS);
        if (text == null) return null;
        return Stage.fromCode(text)
                .or(() -> Optional.ofNullable(OTHER_WORDS.get(text.toLowerCase(Locale.ROOT))))
                .orElseThrow(
                        () -> new HeraldException(
                                "status",
                                "\"" + text
                                        + "\" isn't a stage. Use ordered, packed, dispatched, in transit, out for delivery, delivered, cancelled..."));
    }

    private static @Nullable String country(@Nullable String written) {
        if (written == null) return null;
        return Countries.findCode(written)
                .orElseThrow(() -> new HeraldException(
                        "country", "\"" + written + "\" isn't a country. Use a two-letter code such as DE"));
    }

    private static @Nullable String or(@Nullable String a, @Nullable String b) {
        return a == null ? b : a;
    }
}
