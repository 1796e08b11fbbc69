package upbeat.herald.server.wording;

import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.wording.Field;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.dispatch.Prepare;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;

/** How often each field is empty in the last orders that a notice is for. */
@Component
class FieldUse {
    private static final int LOOKED_AT = 100;
    private final OrderPicks picks;
    private final ParcelStore parcels;
    private final Prepare prepare;
    private final BrandStore brands;
    private final JdbcClient reader;
    private final InstantSource clock;

    FieldUse(
            OrderPicks picks,
            ParcelStore parcels,
            Prepare prepare,
            BrandStore brands,
            JdbcClient reader,
            InstantSource clock) {
        this.picks = picks;
        this.parcels = parcels;
        this.prepare = prepare;
        this.brands = brands;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param empty in how many of the {@code of} last orders */
    record Use(String name, String meaning, String sample, boolean ofParcel, int empty, int of) {}

    List<Use> of(Notice notice) {
        List<OrderRow> orders = picks.fitting(notice).stream().limit(LOOKED_AT).toList();
        String language = brands.baseLanguage(reader);
        Map<String, Integer> empty = new HashMap<>();
        for (OrderRow o : orders) {
            ParcelRow parcel = notice.stage().ofOrder()
                    ? null
                    : parcels.of(reader, o.id()).stream().findFirst().orElse(null);
            Fields.empty(prepare.subject(reader, notice, language, o, parcel, 0, clock.instant()))
                    .forEach(name -> empty.merge(name, 1, Integer::sum));
        }
        return Fields.ALL.stream()
                .filter(f -> !f.ofParcel() || !notice.stage().ofOrder())
                .filter(f -> notice.question() != null || !f.name().equals("answer.link"))
                .map(f -> use(f, empty, orders.size()))
                .toList();
    }

    private static Use use(Field f, Map<String, Integer> empty, int of) {
        return new Use(f.name(), f.meaning(), f.sample(), f.ofParcel(), empty.getOrDefault(f.name(), 0), of);
    }
}
