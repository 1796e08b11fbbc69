package upbeat.herald.server.wording;

import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingRemark;
import upbeat.herald.core.wording.WordingReview;
import upbeat.herald.core.wording.template.EmptyFieldException;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelPreview;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.PreviewedMessage;
import upbeat.herald.server.message.MessageComposer;
import upbeat.herald.server.message.MessageComposer.Scene;
import upbeat.herald.server.order.OrderRow;

/**
 * Shows a wording as it would be sent to a real order, by the code that sends, and says what a careful colleague would.
 */
@Service
class WordingPreviewService {
    private final PreviewOrders previewOrders;
    private final MessageComposer composer;
    private final ChannelRegistry channels;
    private final BrandRepository brands;
    private final JdbcClient reader;
    private final InstantSource clock;

    WordingPreviewService(
            PreviewOrders previewOrders,
            MessageComposer composer,
            ChannelRegistry channels,
            BrandRepository brands,
            JdbcClient reader,
            InstantSource clock) {
        this.previewOrders = previewOrders;
        this.composer = composer;
        this.channels = channels;
        this.brands = brands;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param language,variant whose wording is shown; null for the default text */
    record Ask(
            Channel channel,
            @Nullable String language,
            @Nullable Variant variant,
            PreviewOrders.Pick pick) {}

    /**
     * @param order it was rendered with, or null where none fits
     * @param message or null where it can't be rendered
     * @param held why it would not go out as it is, or null
     * @param details what only the channel shows of it, or null
     * @param language of the words shown
     */
    record Shown(
            @Nullable ShownOrder order,
            @Nullable ShownText message,
            @Nullable ChannelPreview details,
            List<WordingError> errors,
            @Nullable String held,
            List<WordingRemark> remarks,
            @Nullable String language) {}

    record ShownOrder(String shop, String number) {}

    /** @param bytes of an e-mail's HTML */
    record ShownText(
            @Nullable String subject,
            String text,
            @Nullable String html,
            @Nullable Integer bytes) {}

    /** A message as it would be handed over. */
    record RenderedPreview(
            String language,
            Brand brand,
            Rendered content,
            @Nullable Question question) {}

    /** What is shown: whose wording, to whom. @param order empty where none fits */
    private record Setting(Optional<OrderRow> order, Variant variant, Brand brand, String language, Wording wording) {}

    Shown preview(Notice notice, Ask ask) {
        Setting s = setting(notice, ask);
        List<WordingError> errors = WordingCheck.findErrors(notice.purpose(), ask.channel(), s.wording());
        if (!errors.isEmpty()) return nothing(errors, null, List.of());
        if (s.order().isEmpty())
            return nothing(
                    errors,
                    ask.pick().isLatest() ? "There are no orders to preview with yet" : "No recent orders match",
                    WordingReview.review(ask.channel(), s.wording(), null, s.brand()));
        Scene scene = scene(notice, s);
        ShownOrder order = new ShownOrder(
                scene.order().order().shop(), scene.order().order().number());
        try {
            Rendered r = composer.render(reader, scene, ask.channel(), s.wording(), clock.instant());
            return new Shown(
                    order,
                    text(r),
                    details(scene, ask.channel(), s, r),
                    errors,
                    null,
                    review(notice, ask.channel(), s, r),
                    s.language());
        } catch (EmptyFieldException e) {
            return new Shown(order, null, null, errors, e.getMessage(), List.of(), s.language());
        } catch (HeraldException e) {
            return nothing(List.of(new WordingError(1, 1, String.valueOf(e.getMessage()))), null, List.of());
        }
    }

    private @Nullable ChannelPreview details(Scene scene, Channel channel, Setting s, Rendered rendered) {
        return channels.get(channel)
                .preview(new PreviewedMessage(
                        scene.order().order(),
                        s.wording(),
                        rendered,
                        s.brand(),
                        () -> previewOrders.findMatching(scene.notice(), s.variant()).stream()
                                .map(row -> sample(scene.notice(), channel, s, row))))
                .orElse(null);
    }

    private PreviewedMessage.Sample sample(Notice notice, Channel channel, Setting s, OrderRow row) {
        try {
            Rendered rendered = composer.render(reader, scene(notice, s, row), channel, s.wording(), clock.instant());
            return new PreviewedMessage.Sample(row.order(), Optional.of(rendered));
        } catch (EmptyFieldException e) {
            return new PreviewedMessage.Sample(row.order(), Optional.empty());
        }
    }

    /** With a word where nobody gets this variant, so that another order's values are not taken for its own. */
    private List<WordingRemark> review(Notice notice, Channel channel, Setting s, Rendered rendered) {
        List<WordingRemark> remarks = new ArrayList<>(WordingReview.review(channel, s.wording(), rendered, s.brand()));
        if (!s.variant().everyone() && !previewOrders.fits(notice, s.order().orElseThrow(), s.variant()))
            remarks.add(0, new WordingRemark(false, "No recent order gets this version. It's shown with another one"));
        return remarks;
    }

    private static ShownText text(Rendered r) {
        Integer bytes = r.html() == null ? null : r.html().getBytes(StandardCharsets.UTF_8).length;
        return new ShownText(r.subject(), r.text(), r.html(), bytes);
    }

    /** @throws HeraldException saying why it could not be sent */
    RenderedPreview render(Notice notice, Ask ask) {
        Setting s = setting(notice, ask);
        List<WordingError> errors = WordingCheck.findErrors(notice.purpose(), ask.channel(), s.wording());
        if (!errors.isEmpty()) throw new HeraldException("to", errors.get(0).message());
        if (s.order().isEmpty()) throw new HeraldException("to", "There are no orders to preview with yet");
        Rendered rendered = composer.render(reader, scene(notice, s), ask.channel(), s.wording(), clock.instant());
        Question question = notice.content().question() == null
                ? null
                : notice.content().question().withLabels(s.wording().buttons());
        return new RenderedPreview(s.language(), s.brand(), rendered, question);
    }

    private Scene scene(Notice notice, Setting s) {
        return scene(notice, s, s.order().orElseThrow());
    }

    private Scene scene(Notice notice, Setting s, OrderRow order) {
        return new Scene(
                notice,
                s.language(),
                order,
                previewOrders.findParcel(notice, order, s.variant()).orElse(null),
                0);
    }

    private Setting setting(Notice notice, Ask ask) {
        String base = brands.baseLanguage(reader);
        String language = ask.language() == null ? base : ask.language();
        Variant variant = ask.variant() == null ? Variant.EVERYONE : ask.variant();
        Optional<OrderRow> order = previewOrders.find(notice, ask.pick(), language, variant);
        Brand brand = order.map(o -> brands.get(reader, o.order().shop())).orElseGet(() -> brands.get(reader));
        // A language without a text isn't sent: its customers get the default one, in that one's way of writing
        // numbers.
        Optional<Wording> own = WordingSelection.merge(notice, ask.channel(), language, variant, base)
                .filter(Wording::hasBody);
        if (own.isPresent()) return new Setting(order, variant, brand, language, own.get());
        Wording standard = WordingSelection.merge(notice, ask.channel(), base, variant, base)
                .orElse(notice.content().wordings().getOrDefault(ask.channel(), new Wording("", "")));
        return new Setting(order, variant, brand, base, standard);
    }

    private static Shown nothing(List<WordingError> errors, @Nullable String held, List<WordingRemark> remarks) {
        return new Shown(null, null, null, errors, held, remarks, null);
    }
}
