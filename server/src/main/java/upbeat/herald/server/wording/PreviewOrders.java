package upbeat.herald.server.wording;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.server.message.SituationLoader;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/**
 * Finds real orders to preview a wording with: the newest that the notice is for, and those that show what goes wrong.
 */
@Component
class PreviewOrders {
    private static final int LOOKED_AT = 300;
    private static final String LATEST = "latest";

    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final JdbcClient reader;
    private final SituationLoader situations;

    PreviewOrders(OrderRepository orders, ParcelRepository parcels, JdbcClient reader, SituationLoader situations) {
        this.situations = situations;
        this.orders = orders;
        this.parcels = parcels;
        this.reader = reader;
    }

    /**
     * @param shop,number name an order; it wins over {@code kind}
     * @param kind {@code latest}, {@code several-items}, {@code longest-name}, {@code no-phone},
     *     {@code other-language}, {@code several-parcels} or a sample such as {@code sample-one-item}; null for the
     *     latest
     * @param skip how many of the latest to pass by
     */
    record Pick(
            @Nullable String shop,
            @Nullable String number,
            @Nullable String kind,
            int skip) {
        boolean isSample() {
            return kind != null && kind.startsWith(SampleSubjects.PREFIX);
        }

        boolean isLatest() {
            return kind == null || kind.equals(LATEST);
        }
    }

    /** @param language of the wording, for {@code other-language}; {@code variant} whose customers it is for */
    Optional<OrderRow> find(Notice notice, Pick pick, String language, Variant variant) {
        if (pick.shop() != null && pick.number() != null) return orders.find(reader, pick.shop(), pick.number());
        List<OrderRow> matching = findMatching(notice, variant);
        if (matching.isEmpty()) return Optional.empty();
        if (pick.isLatest()) return Optional.of(matching.get(Math.floorMod(pick.skip(), matching.size())));
        return switch (pick.kind()) {
            case "several-items" ->
                matching.stream()
                        .filter(o -> o.order().purchase().items().size() > 1)
                        .findFirst();
            case "longest-name" -> matching.stream().max(Comparator.comparingInt(o -> nameLength(o.order())));
            case "no-phone" ->
                matching.stream().filter(o -> hasNoPhone(o.order())).findFirst();
            case "other-language" ->
                matching.stream()
                        .filter(o -> isOtherLanguage(o.order(), language))
                        .findFirst();
            case "several-parcels" ->
                matching.stream()
                        .filter(o -> parcels.findByOrder(reader, o.id()).size() > 1)
                        .findFirst();
            default -> matching.stream().findFirst();
        };
    }

    /** Orders the notice is for that have what its stage needs, newest first; where it is for none, any orders. */
    List<OrderRow> findMatching(Notice notice) {
        return findMatching(notice, Variant.EVERYONE);
    }

    /** The same, of those whose customers get a variant; where nobody does, as if it were for everyone. */
    List<OrderRow> findMatching(Notice notice, Variant variant) {
        List<OrderRow> able = orders.findLatest(reader, LOOKED_AT).stream()
                .filter(o -> notice.timing().stage().isOrderStage()
                        || !parcels.findByOrder(reader, o.id()).isEmpty())
                .toList();
        List<OrderRow> meant =
                able.stream().filter(o -> fits(notice, o, variant)).toList();
        if (!meant.isEmpty()) return meant;
        return variant.everyone() ? able : findMatching(notice, Variant.EVERYONE);
    }

    /** True where a customer of this order gets the variant by this notice. */
    boolean fits(Notice notice, OrderRow order, Variant variant) {
        if (!notice.timing().stage().isOrderStage())
            return parcels.findByOrder(reader, order.id()).stream().anyMatch(p -> fits(notice, order, p, variant));
        return fits(notice, order, null, variant);
    }

    private boolean fits(Notice notice, OrderRow row, @Nullable ParcelRow parcel, Variant variant) {
        Order order = row.order();
        String country = order.shipTo() == null ? null : order.shipTo().country();
        String carrier = parcel == null ? null : parcel.parcel().carrier();
        return variant.matches(order.shop(), carrier, country)
                && (notice.audience().isEveryone()
                        || notice.audience().fits(situations.loadFacts(reader, row, parcel)));
    }

    /** The parcel that a message of the notice would be about: one that gets the variant, if there is any. */
    Optional<ParcelRow> findParcel(Notice notice, OrderRow order, Variant variant) {
        if (notice.timing().stage().isOrderStage()) return Optional.empty();
        List<ParcelRow> its = parcels.findByOrder(reader, order.id());
        return its.stream()
                .filter(p -> fits(notice, order, p, variant))
                .findFirst()
                .or(() -> its.stream().findFirst());
    }

    private static int nameLength(Order o) {
        return o.customer() == null || o.customer().name() == null
                ? 0
                : o.customer().name().length();
    }

    private static boolean hasNoPhone(Order o) {
        return o.customer() == null || o.customer().phone() == null;
    }

    private static boolean isOtherLanguage(Order o, String language) {
        String own = CustomerLanguage.languageOf(o);
        return own != null && !own.startsWith(language);
    }
}
