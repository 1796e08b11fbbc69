package upbeat.herald.server.customerpage;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.PageDocument;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.tracking.PageText;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.email.EmailBlocks;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.message.MessageComposer;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.wording.PageDocumentRepository;

/** What the team wrote on its tracking page, for one order: in its customer's language, or the default one. */
@Component
class PageWordings {
    private final PageDocumentRepository documents;
    private final BrandRepository brands;
    private final MessageComposer composer;
    private final InstantSource clock;

    PageWordings(
            PageDocumentRepository documents, BrandRepository brands, MessageComposer composer, InstantSource clock) {
        this.documents = documents;
        this.brands = brands;
        this.composer = composer;
        this.clock = clock;
    }

    /** Null where nobody wrote anything: then the page is as it is by itself. */
    @Nullable PageText find(JdbcClient db, OrderRow row) {
        return documents.find(db).map(page -> find(db, page, row)).orElse(null);
    }

    private @Nullable PageText find(JdbcClient db, Notice page, OrderRow row) {
        Order order = row.order();
        List<String> languages = new ArrayList<>(CustomerLanguage.languagesOf(order));
        languages.add(brands.get(db, order.shop()).language());
        Variant customer = new Variant(
                order.shop(),
                null,
                order.shipTo() == null ? null : order.shipTo().country());
        return WordingSelection.select(page, PageDocument.BLOCKS, languages, customer, brands.baseLanguage(db))
                .map(chosen -> new PageText(
                        EmailBlocks.toBlocks(chosen.wording()),
                        composer.subjectOf(
                                db, new MessageComposer.Scene(page, chosen.language(), row, null, 0), clock.instant())))
                .orElse(null);
    }
}
