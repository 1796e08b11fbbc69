package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.server.brand.BrandStore;

/** A wording shown with a real order, and sent to oneself. */
@RestController
@RequestMapping("/ui/wording")
@Tag(name = "ui-wording")
class TrialDoor {
    private final WordingDesk desk;
    private final WordingPreview preview;
    private final Trial trial;
    private final BrandStore brands;
    private final JdbcClient reader;

    TrialDoor(WordingDesk desk, WordingPreview preview, Trial trial, BrandStore brands, JdbcClient reader) {
        this.desk = desk;
        this.preview = preview;
        this.trial = trial;
        this.brands = brands;
        this.reader = reader;
    }

    /**
     * @param language,variant whose wording; {@code wording} what it says now in the editor, or null for what is saved
     * @param pick which order, see {@link OrderPicks#pick}; {@code skip} how many to pass by; {@code orderShop} and
     *     {@code orderNumber} name one instead
     */
    record PreviewAsk(
            String notice,
            String channel,
            @Nullable String language,
            @Nullable Variant variant,
            @Nullable Wording wording,
            @Nullable String pick,
            @Nullable Integer skip,
            @Nullable String orderShop,
            @Nullable String orderNumber) {}

    /** @param to an e-mail address, or a telephone number */
    record TrialAsk(PreviewAsk message, String to) {}

    record TrialSent(String said) {}

    @PostMapping("/preview")
    WordingPreview.Shown show(@RequestBody PreviewAsk body) {
        return preview.of(notice(body), ask(body));
    }

    @PostMapping("/trial")
    TrialSent send(@RequestBody TrialAsk body) {
        return new TrialSent(trial.send(notice(body.message()), ask(body.message()), body.to()));
    }

    private Notice notice(PreviewAsk body) {
        Notice n = desk.notice(reader, body.notice());
        return body.wording() == null ? n : key(body).put(n, body.wording(), brands.baseLanguage(reader));
    }

    private WordingKey key(PreviewAsk body) {
        Variant v = body.variant() == null ? Variant.EVERYONE : body.variant();
        return desk.key(body.notice(), body.channel(), body.language(), v.shop(), v.carrier(), v.country());
    }

    private WordingPreview.Ask ask(PreviewAsk body) {
        WordingKey key = key(body);
        return new WordingPreview.Ask(
                key.channel(),
                key.language(),
                key.variant(),
                body.orderShop(),
                body.orderNumber(),
                body.pick(),
                body.skip() == null ? 0 : body.skip());
    }
}
