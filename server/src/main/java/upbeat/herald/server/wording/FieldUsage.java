package upbeat.herald.server.wording;

import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Field;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.message.MessageComposer;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRow;

/** How often each field is empty in the last orders that a notice is for. */
@Component
class FieldUsage {
    private static final int LOOKED_AT = 100;
    private final PreviewOrders previewOrders;
    private final MessageComposer composer;
    private final BrandRepository brands;
    private final JdbcClient reader;
    private final InstantSource clock;

    FieldUsage(
            PreviewOrders previewOrders,
            MessageComposer composer,
            BrandRepository brands,
            JdbcClient reader,
            InstantSource clock) {
        this.previewOrders = previewOrders;
        this.composer = composer;
        this.brands = brands;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param empty in how many of the {@code of} last orders */
    record Use(String name, String meaning, String sample, boolean ofParcel, int empty, int of) {}

    List<Use> count(Notice notice) {
        List<OrderRow> orders =
                previewOrders.findMatching(notice).stream().limit(LOOKED_AT).toList();
        String language = brands.baseLanguage(reader);
        Map<String, Integer> empty = new HashMap<>();
        for (OrderRow o : orders) {
            ParcelRow parcel =
                    previewOrders.findParcel(notice, o, Variant.EVERYONE).orElse(null);
            FieldValues.findEmpty(composer.subjectOf(
                            reader, new MessageComposer.Scene(notice, language, o, parcel, 0), clock.instant()))
                    .forEach(name -> empty.merge(name, 1, Integer::sum));
        }
        return Fields.ALL.stream()
                .filter(f -> !f.ofParcel() || !notice.timing().stage().isOrderStage())
                .filter(f -> notice.content().question() != null || !f.name().equals("answer.link"))
                .map(f -> use(f, empty, orders.size()))
                .toList();
    }

    private static Use use(Field f, Map<String, Integer> empty, int of) {
        return new Use(f.name(), f.meaning(), f.sample(), f.ofParcel(), empty.getOrDefault(f.name(), 0), of);
    }
}
