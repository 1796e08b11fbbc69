package upbeat.herald.core.wording.template;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.MessageSubject;

/** The fields' values by what they are about: what stands before the point in a field's name. */
enum FieldGroup {
    CUSTOMER("customer") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            Order.Customer person = s.order().customer();
            if (person == null) return;
            values.putLazily("name", () -> FieldValues.oneLine(person.name()));
            values.putLazily("firstName", () -> values.get("name") instanceof String name ? name.split(" ")[0] : null);
            values.put("email", person.email());
            values.put("phone", person.phone());
        }
    },
    ORDER("order") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            Order order = s.order();
            Order.Purchase bought = order.purchase();
            values.put("number", order.number());
            values.put("shop", order.shop());
            values.put("trackingPage", s.tracking().pages().tracking());
            if (bought.total() != null)
                values.put("total", new Money(bought.total(), bought.currency(), s.locale(), plainLetters));
            values.putLazily("items", () -> items(bought.items(), s.locale()));
            values.putLazily("itemCount", () -> Integer.toString(Order.countPieces(bought.items())));
            MessageSubject.Tracking tracking = s.tracking();
            if (tracking.parcels() > 0) {
                values.putLazily("trackingNumbers", () -> String.join(", ", tracking.numbers()));
                values.putLazily("parcelCount", () -> Integer.toString(tracking.parcels()));
            }
            if (order.placedAt() != null)
                values.putLazily(
                        "placedOn",
                        () -> new Day(order.placedAt().atZone(s.days().zone()).toLocalDate(), s.locale()));
        }
    },
    SHIP_TO("shipTo") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            Order.ShipTo to = s.order().shipTo();
            if (to == null) return;
            values.putLazily("name", () -> FieldValues.oneLine(to.name()));
            values.putLazily("street", () -> FieldValues.oneLine(to.street()));
            values.putLazily("postcode", () -> FieldValues.oneLine(to.postcode()));
            values.putLazily("region", () -> FieldValues.oneLine(to.region()));
            values.putLazily("city", () -> FieldValues.oneLine(to.city()));
            if (to.country() != null)
                values.putLazily("country", () -> new Locale("", to.country()).getDisplayCountry(s.locale()));
        }
    },
    PARCEL("parcel") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            if (s.parcel() == null) return;
            values.put("trackingNumber", s.parcel().trackingNumber());
            values.put(
                    "carrier",
                    s.carrier() == null ? s.parcel().carrier() : s.carrier().name());
            if (s.tracking().isReported()) values.put("reportedBy", values.get("carrier"));
            values.putLazily("trackingLink", () -> FieldValues.trackingLink(s));
            values.put("shortLink", s.tracking().shortLink());
            values.put("calendarLink", s.tracking().pages().calendar());
            values.putLazily("items", () -> items(s.contents(), s.locale()));
            values.putLazily("itemCount", () -> Integer.toString(Order.countPieces(s.contents())));
            if (s.tracking().parcels() > 1)
                values.put(
                        "ofSeveral", s.tracking().place() + "/" + s.tracking().parcels());
            values.putLazily("place", () -> Integer.toString(s.tracking().place()));
            if (s.days().dispatchedOn() != null)
                values.put("dispatchedOn", new Day(s.days().dispatchedOn(), s.locale()));
        }
    },
    BRAND("brand") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            values.put("name", s.brand().name());
            values.put("phone", s.brand().contact().phone());
            values.put(
                    "email", s.brand().hasSenderAddress() ? s.brand().sender().senderAddress() : null);
            values.put("helpUrl", s.brand().contact().helpUrl());
        }
    },
    ANSWER("answer") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            values.put("link", s.answers() == null ? null : s.answers().page());
        }
    },
    RETURN("return") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            MessageSubject.Returned returned = s.tracking().returned();
            if (returned == null) return;
            values.put("number", returned.number());
            values.putLazily("items", () -> items(returned.items(), s.locale()));
            values.put("page", returned.page());
        }
    },
    DATE("date") {
        @Override
        void fill(LazyValues values, MessageSubject s, boolean plainLetters) {
            Order.ShipTo to = s.order().shipTo();
            LocalDate today = s.days().today();
            LocalDate from = s.days().dispatchedOn() == null ? today : s.days().dispatchedOn();
            if (today != null) values.put("today", new Day(today, s.locale()));
            if (from != null)
                values.put(
                        "arrives",
                        new ArrivalDay(
                                from,
                                to == null ? null : to.country(),
                                s.locale(),
                                s.days().expected()));
        }
    };

    private static final int MOST_IN_LINE = 20;
    private static final Map<String, FieldGroup> BY_CODE =
            Arrays.stream(values()).collect(Collectors.toMap(FieldGroup::code, Function.identity()));

    private final String code;

    FieldGroup(String code) {
        this.code = code;
    }

    abstract void fill(LazyValues values, MessageSubject s, boolean plainLetters);

    String code() {
        return code;
    }

    static Optional<FieldGroup> find(String code) {
        return Optional.ofNullable(BY_CODE.get(code));
    }

    LazyValues collect(MessageSubject s, boolean plainLetters) {
        LazyValues values = new LazyValues();
        fill(values, s, plainLetters);
        return values;
    }

    /** "1 Box kite and 2 Ribbon tails"; a long list ends with how many more there are. */
    private static String items(List<Order.Item> items, Locale locale) {
        int shown = items.size() > MOST_IN_LINE ? MOST_IN_LINE - 1 : items.size();
        List<String> parts = new ArrayList<>(items.subList(0, shown).stream()
                .map(i -> i.quantity() + " " + FieldValues.itemName(i))
                .toList());
        Phrases phrases = Phrases.forLocale(locale);
        if (shown == items.size()) return phrases.list(parts);
        return String.join(phrases.get("list.comma"), parts) + " " + phrases.get("more", items.size() - shown);
    }
}
