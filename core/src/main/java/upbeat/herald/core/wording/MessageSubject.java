package upbeat.herald.core.wording;

import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;

/**
 * What a message is about, and whom it is for.
 *
 * @param parcel or null for the order as a whole; then {@code carrier} is null too
 * @param answers the question and where it is answered, or null where nothing is asked
 * @param locale of the words
 */
public record MessageSubject(
        Order order,
        @Nullable Parcel parcel,
        @Nullable Carrier carrier,
        Brand brand,
        @Nullable Answers answers,
        Locale locale,
        Tracking tracking,
        Days days) {
    /**
     * @param links one for each button, in the same order
     * @param page address of the page with all buttons
     */
    public record Answers(
            Question question, List<String> links, @Nullable String page) {
        public Answers {
            links = List.copyOf(links);
        }
    }

    /**
     * @param numbers of all the order's parcels, as customers follow them
     * @param place of this one among them, from 1
     * @param shortLink short address of our own that leads to where the parcel can be followed, or null
     * @param isReported false where the stage isn't known from the carrier, but somebody of the team said so
     * @param pages of the customer
     * @param returned what the customer sends back, or null
     */
    public record Tracking(
            List<String> numbers,
            int place,
            @Nullable String shortLink,
            boolean isReported,
            Pages pages,
            @Nullable Returned returned) {
        /** Of a stage that the carrier reported, of a customer without pages. */
        public Tracking(List<String> numbers, int place, @Nullable String shortLink) {
            this(numbers, place, shortLink, true, Pages.NONE, null);
        }

        public Tracking {
            numbers = List.copyOf(numbers);
        }

        /** How many parcels the order has. */
        public int parcels() {
            return numbers.size();
        }
    }

    /**
     * A return of the customer's.
     *
     * @param number on its label
     * @param items that are in it
     * @param page with its label and its progress
     */
    public record Returned(String number, List<Order.Item> items, String page) {
        public Returned {
            items = List.copyOf(items);
        }
    }

    /**
     * Addresses of the customer's own pages.
     *
     * @param tracking of the order's tracking page, or null where it has none
     * @param calendar of the file with the day on which the parcel is expected, or null where there is none
     * @param preferences where the customer chooses what they are sent; null for what goes to the team, who choose for
     *     nobody
     */
    public record Pages(
            @Nullable String tracking,
            @Nullable String calendar,
            @Nullable String preferences) {
        public static final Pages NONE = new Pages(null, null, null);
    }

    /**
     * @param today where the customer lives, or null where nobody knows
     * @param dispatchedOn the day the parcel was dispatched, or null
     * @param expected the day of delivery that the carrier announced, or null
     */
    public record Days(
            ZoneId zone,
            @Nullable LocalDate today,
            @Nullable LocalDate dispatchedOn,
            @Nullable LocalDate expected) {
        public static final Days UNKNOWN = new Days(ZoneOffset.UTC, null, null, null);
    }

    public MessageSubject(
            Order order,
            @Nullable Parcel parcel,
            @Nullable Carrier carrier,
            Brand brand,
            @Nullable Answers answers,
            Locale locale) {
        this(
                order,
                parcel,
                carrier,
                brand,
                answers,
                locale,
                new Tracking(parcel == null ? List.of() : List.of(parcel.trackingNumber()), 1, null),
                Days.UNKNOWN);
    }

    public @Nullable Question question() {
        return answers == null ? null : answers.question();
    }

    /** The same with the words a wording has for the question's buttons. */
    public MessageSubject withButtonLabels(@Nullable Map<String, String> labels) {
        if (answers == null || labels == null) return this;
        Answers relabelled = new Answers(answers.question().withLabels(labels), answers.links(), answers.page());
        return new MessageSubject(order, parcel, carrier, brand, relabelled, locale, tracking, days);
    }

    /** The order's own tracking page where messages lead there, else null. */
    public @Nullable String linkedPage() {
        return brand.pages().linked() ? tracking.pages().tracking() : null;
    }

    /** The items in the parcel; all of the order where nobody said what is in it. */
    public List<Order.Item> contents() {
        if (parcel == null || parcel.items().isEmpty()) return order.purchase().items();
        return parcel.items().stream()
                .flatMap(c -> order.purchase().items().stream()
                        .filter(i -> c.sku().equals(i.sku()))
                        .map(i -> new Order.Item(i.sku(), i.name(), c.quantity(), i.price(), i.imageUrl())))
                .toList();
    }

    /** True where the parcel holds fewer pieces than were ordered. */
    public boolean isPartOfOrder() {
        return Order.countPieces(contents())
                < Order.countPieces(order.purchase().items());
    }
}
