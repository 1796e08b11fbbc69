package upbeat.herald.server.wording;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelStore;

/**
 * Finds real orders to look at a wording with: the newest that the notice is for, and those that show what goes wrong.
 */
@Component
class OrderPicks {
    private static final int LOOKED_AT = 300;
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final JdbcClient reader;

    OrderPicks(OrderStore orders, ParcelStore parcels, JdbcClient reader) {
        this.orders = orders;
        this.parcels = parcels;
        this.reader = reader;
    }

    /**
     * Orders the notice is for that have what its stage needs, newest first; where it is for none, those of anybody.
     */
    List<OrderRow> fitting(Notice notice) {
        List<OrderRow> able = orders.latest(reader, LOOKED_AT).stream()
                .filter(o ->
                        notice.stage().ofOrder() || !parcels.of(reader, o.id()).isEmpty())
                .toList();
        List<OrderRow> meant = able.stream()
                .filter(o -> notice.audience().excludes(o.order(), null).isEmpty())
                .toList();
        return meant.isEmpty() ? able : meant;
    }

    /**
     * @param pick {@code latest}, {@code several-items}, {@code longest-name}, {@code no-phone}, {@code other-language}
     *     or {@code several-parcels}; null for the latest
     */
    Optional<OrderRow> pick(Notice notice, String pick, String language) {
        List<OrderRow> fit = fitting(notice);
        return switch (pick == null ? "latest" : pick) {
            case "several-items" ->
                fit.stream().filter(o -> o.order().items().size() > 1).findFirst();
            case "longest-name" -> fit.stream().max(Comparator.comparingInt(o -> length(o.order())));
            case "no-phone" ->
                fit.stream()
                        .filter(o -> o.order().customer() == null
                                || o.order().customer().phone() == null)
                        .findFirst();
            case "other-language" ->
                fit.stream()
                        .filter(o -> CustomerLanguage.of(o.order()) != null
                                && !CustomerLanguage.of(o.order()).startsWith(language))
                        .findFirst();
            case "several-parcels" ->
                fit.stream().filter(o -> parcels.of(reader, o.id()).size() > 1).findFirst();
            default -> fit.stream().findFirst();
        };
    }

    private static int length(Order o) {
        return o.customer() == null || o.customer().name() == null
                ? 0
                : o.customer().name().length();
    }
}
