package upbeat.herald.server.wording;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.notice.PlanContextLoader;

/** Previews a notice as somebody edits it, before it is saved. */
@Service
class NoticePreviewService {
    private final NoticeRepository notices;
    private final PlanContextLoader contexts;
    private final BrandRepository brands;
    private final ChannelRegistry channels;
    private final WordingPreviewService preview;
    private final JdbcClient reader;

    NoticePreviewService(
            NoticeRepository notices,
            PlanContextLoader contexts,
            BrandRepository brands,
            ChannelRegistry channels,
            WordingPreviewService preview,
            JdbcClient reader) {
        this.notices = notices;
        this.contexts = contexts;
        this.brands = brands;
        this.channels = channels;
        this.preview = preview;
        this.reader = reader;
    }

    /** @param id of the notice that is edited, or null for a new one; {@code shop} and {@code number} name an order */
    record PreviewRequest(
            @Nullable String id,
            NoticeBody notice,
            String channel,
            @Nullable String shop,
            @Nullable String number) {}

    WordingPreviewService.Shown preview(PreviewRequest body) {
        String base = brands.baseLanguage(reader);
        Notice before =
                body.id() == null ? null : notices.find(reader, body.id()).orElse(null);
        Notice notice =
                body.notice().toNotice(before == null ? "new" : before.id(), before, contexts.load(reader), false);
        PreviewOrders.Pick pick = new PreviewOrders.Pick(body.shop(), body.number(), null, 0);
        return preview.preview(notice, new WordingPreviewService.Ask(channels.parse(body.channel()), base, null, pick));
    }
}
