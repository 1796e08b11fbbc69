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
    private final SampleSubjects samples;
    private final MessageComposer composer;
    private final BrandRepository brands;
    private final JdbcClient reader;
    private final InstantSource clock;

    FieldUsage(
            PreviewOrders previewOrders,
            SampleSubjects samples,
            MessageComposer composer,
            BrandRepository brands,
            JdbcClient reader,
            InstantSource clock) {
        this.previewOrders = previewOrders;
        this.samples = samples;
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
        Map<String, String> values = samples.find(null, Variant.EVERYONE)
                .map(s -> samples.subjectOf(notice, s, Variant.EVERYONE, brands.get(reader), language))
                .map(FieldValues::findTexts)
                .orElse(Map.of());
        return Fields.ALL.stream()
                .filter(f -> !f.ofParcel() || !notice.timing().stage().isOrderStage())
                .filter(f -> notice.content().question() != null || !f.name().equals("answer.link"))
                .filter(f -> !notice.isPage() || !Fields.isPersonal(f.name()))
                .map(f -> use(f, values, empty, orders.size()))
                .toList();
    }

    /** A chip shows what the field really says: the brand's own values, and a sample order's. */
    private static Use use(Field f, Map<String, String> values, Map<String, Integer> empty, int of) {
        String own = values.getOrDefault(f.name(), f.sample());
        return new Use(f.name(), f.meaning(), own, f.ofParcel(), empty.getOrDefault(f.name(), 0), of);
    }
}
