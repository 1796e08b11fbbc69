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
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.tracking.PageText;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.SampleOrders;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingRemark;
import upbeat.herald.core.wording.WordingReview;
import upbeat.herald.core.wording.email.EmailBlocks;
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
    private final SampleSubjects samples;
    private final MessageComposer composer;
    private final ChannelRegistry channels;
    private final BrandRepository brands;
    private final PagePreview pages;
    private final JdbcClient reader;
    private final InstantSource clock;

    WordingPreviewService(
            PreviewOrders previewOrders,
            SampleSubjects samples,
            MessageComposer composer,
            ChannelRegistry channels,
            BrandRepository brands,
            PagePreview pages,
            JdbcClient reader,
            InstantSource clock) {
        this.previewOrders = previewOrders;
        this.samples = samples;
        this.composer = composer;
        this.channels = channels;
        this.brands = brands;
        this.pages = pages;
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

    /** @param sample in words where it is one of the built-in samples, or null for a real order */
    record ShownOrder(String shop, String number, @Nullable String sample) {}

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

    /**
     * What is shown: whose wording, to whom.
     *
     * @param order empty where none fits; {@code sample} stands in for it where it is wanted, or where there is none
     */
    private record Setting(
            Optional<OrderRow> order,
            Optional<SampleOrders.Sample> sample,
            Variant variant,
            Brand brand,
            String language,
            Wording wording) {
        boolean isEmpty() {
            return order.isEmpty() && sample.isEmpty();
        }

        Order shown() {
            return order.map(OrderRow::order)
                    .or(() -> sample.map(SampleOrders.Sample::order))
                    .orElseThrow();
        }

        ShownOrder shownOrder() {
            String label = order.isPresent()
                    ? null
                    : sample.map(SampleOrders.Sample::label).orElse(null);
            return new ShownOrder(shown().shop(), shown().number(), label);
        }
    }

    Shown preview(Notice notice, Ask ask) {
        Setting s = setting(notice, ask);
        if (notice.isPage()) return page(notice, ask, s);
        List<WordingError> errors = WordingCheck.findErrors(notice.purpose(), ask.channel(), s.wording());
        if (!errors.isEmpty()) return nothing(errors, null, List.of());
        if (s.isEmpty())
            return nothing(
                    errors,
                    "No recent orders match",
                    WordingReview.review(ask.channel(), s.wording(), null, s.brand()));
        ShownOrder order = s.shownOrder();
        try {
            Rendered r = ask.channel().render(s.wording(), subject(notice, s));
            return new Shown(
                    order,
                    text(r),
                    details(notice, ask.channel(), s, r),
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

    /** The page of an order, as it would be with these texts. */
    private Shown page(Notice notice, Ask ask, Setting s) {
        List<WordingError> errors = WordingCheck.findErrors(notice.purpose(), ask.channel(), s.wording());
        if (!errors.isEmpty()) return nothing(errors, null, List.of());
        if (s.isEmpty()) return nothing(errors, "No recent orders match", List.of());
        PageText text = new PageText(EmailBlocks.toBlocks(s.wording()), subject(notice, s));
        String html = pages.render(reader, s.order(), s.shown(), s.brand(), text);
        ShownText shown = text(new Rendered(null, "", html, null));
        return new Shown(s.shownOrder(), shown, null, errors, null, List.of(), s.language());
    }

    /** What the message is about: a real order, or a sample. */
    private MessageSubject subject(Notice notice, Setting s) {
        return s.order()
                .map(row -> composer.subjectOf(reader, scene(notice, s, row), clock.instant()))
                .or(() -> s.sample()
                        .map(sample -> samples.subjectOf(notice, sample, s.variant(), s.brand(), s.language())))
                .orElseThrow();
    }

    private @Nullable ChannelPreview details(Notice notice, Channel channel, Setting s, Rendered rendered) {
        return channels.get(channel)
                .preview(new PreviewedMessage(
                        s.shown(),
                        s.wording(),
                        rendered,
                        s.brand(),
                        () -> previewOrders.findMatching(notice, s.variant()).stream()
                                .map(row -> sample(notice, channel, s, row))))
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
        if (!s.variant().everyone()
                && s.order().isPresent()
                && !previewOrders.fits(notice, s.order().get(), s.variant()))
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
        if (s.isEmpty()) throw new HeraldException("to", "No recent orders match");
        Rendered rendered = ask.channel().render(s.wording(), subject(notice, s));
        Question question = notice.content().question() == null
                ? null
                : notice.content().question().withLabels(s.wording().buttons());
        return new RenderedPreview(s.language(), s.brand(), rendered, question);
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
        Optional<OrderRow> order =
                ask.pick().isSample() ? Optional.empty() : previewOrders.find(notice, ask.pick(), language, variant);
        Optional<SampleOrders.Sample> sample =
                order.isEmpty() && (ask.pick().isSample() || ask.pick().isLatest())
                        ? samples.find(ask.pick().kind(), variant)
                        : Optional.empty();
        Brand brand = order.map(o -> brands.get(reader, o.order().shop()))
                .orElseGet(() -> variant.shop() == null ? brands.get(reader) : brands.get(reader, variant.shop()));
        // A language without a text isn't sent: its customers get the default one, in that one's way of writing
        // numbers.
        Optional<Wording> own = WordingSelection.merge(notice, ask.channel(), language, variant, base)
                .filter(Wording::hasBody);
        if (own.isPresent()) return new Setting(order, sample, variant, brand, language, own.get());
        Wording standard = WordingSelection.merge(notice, ask.channel(), base, variant, base)
                .orElse(notice.content().wordings().getOrDefault(ask.channel(), new Wording("", "")));
        return new Setting(order, sample, variant, brand, base, standard);
    }

    private static Shown nothing(List<WordingError> errors, @Nullable String held, List<WordingRemark> remarks) {
        return new Shown(null, null, null, errors, held, remarks, null);
    }
}
