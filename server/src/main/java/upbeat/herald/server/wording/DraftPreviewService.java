package upbeat.herald.server.wording;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.brand.BrandRepository;

/** A wording shown with a real order, and sent to oneself. */
@Service
class DraftPreviewService {
    private final WordingService wordings;
    private final WordingPreviewService preview;
    private final TestMessageService testMessages;
    private final BrandRepository brands;
    private final JdbcClient reader;

    DraftPreviewService(
            WordingService wordings,
            WordingPreviewService preview,
            TestMessageService testMessages,
            BrandRepository brands,
            JdbcClient reader) {
        this.wordings = wordings;
        this.preview = preview;
        this.testMessages = testMessages;
        this.brands = brands;
        this.reader = reader;
    }

    /**
     * @param language,variant whose wording; {@code wording} what it says now in the editor, or null for what is saved
     * @param pick which order, see {@link PreviewOrders#pick}; {@code skip} how many to pass by; {@code orderShop} and
     *     {@code orderNumber} name one instead
     */
    record PreviewAsk(
            @JsonUnwrapped DraftKey key,
            @Nullable Wording wording,
            @JsonUnwrapped OrderPick order) {}

    record DraftKey(
            String notice,
            String channel,
            @Nullable String language,
            @Nullable Variant variant) {}

    record OrderPick(
            @Nullable String pick,
            @Nullable Integer skip,
            @Nullable String orderShop,
            @Nullable String orderNumber) {}

    /** @param to an e-mail address, or a telephone number */
    record TrialAsk(PreviewAsk message, String to) {}

    record TrialSent(String said) {}

    WordingPreviewService.Shown preview(PreviewAsk body) {
        return preview.preview(notice(body), ask(body));
    }

    TrialSent send(TrialAsk body) {
        return new TrialSent(testMessages.send(notice(body.message()), ask(body.message()), body.to()));
    }

    private Notice notice(PreviewAsk body) {
        Notice n = wordings.getNotice(reader, body.key().notice());
        return body.wording() == null ? n : key(body).put(n, body.wording(), brands.baseLanguage(reader));
    }

    private WordingKey key(PreviewAsk body) {
        Variant v = body.key().variant() == null ? Variant.EVERYONE : body.key().variant();
        return wordings.parseKey(new WordingPlace(
                body.key().notice(), body.key().channel(), body.key().language(), v.shop(), v.carrier(), v.country()));
    }

    private WordingPreviewService.Ask ask(PreviewAsk body) {
        WordingKey key = key(body);
        return new WordingPreviewService.Ask(
                key.channel(),
                key.language(),
                key.variant(),
                new PreviewOrders.Pick(
                        body.order().orderShop(),
                        body.order().orderNumber(),
                        body.order().pick(),
                        body.order().skip() == null ? 0 : body.order().skip()));
    }
}
