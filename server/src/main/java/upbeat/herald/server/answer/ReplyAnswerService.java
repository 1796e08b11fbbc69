package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.PhoneChannel;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.delivery.ReplyAnswerSender;
import upbeat.herald.server.delivery.ReplyAnswerSender.ReplyAnswer;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.order.ReplyRepository.ReplyRow;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.outbox.OutboxRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository.OutboxRow;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.NotFoundException;

/** What somebody of the team writes back to a customer, over the channel they wrote on. */
@Service
public class ReplyAnswerService {
    private static final int MOST_ANSWERS = 20;

    private final ReplyRepository replies;
    private final OrderRepository orders;
    private final CustomerStops stops;
    private final ReplyAnswerSender sender;
    private final BrandRepository brands;
    private final ChannelRegistry channels;
    private final OutboxRepository sent;
    private final Outbox outbox;

    ReplyAnswerService(
            ReplyRepository replies,
            OrderRepository orders,
            CustomerStops stops,
            ReplyAnswerSender sender,
            BrandRepository brands,
            ChannelRegistry channels,
            OutboxRepository sent,
            Outbox outbox) {
        this.replies = replies;
        this.orders = orders;
        this.stops = stops;
        this.sender = sender;
        this.brands = brands;
        this.channels = channels;
        this.sent = sent;
        this.outbox = outbox;
    }

    /**
     * What was written back.
     *
     * @param state {@code sent}, {@code sending} or {@code failed}
     * @param said what the gateway said, or null
     */
    public record WrittenBack(
            String text,
            String by,
            Instant at,
            String state,
            @Nullable String said) {}

    /** @param segments, cost null where the channel counts none */
    public record Measured(
            @Nullable Integer segments, @Nullable Price cost) {}

    /** Until when a reply can be answered in free words; null where that doesn't end. */
    public @Nullable Instant findClosing(JdbcClient db, ReplyRow reply) {
        Channel channel = Channel.fromCode(reply.channel()).orElse(null);
        return channel == null ? Instant.EPOCH : sender.findClosing(db, channel, reply.sender());
    }

    /** The oldest first. */
    public List<WrittenBack> findAnswers(JdbcClient db, long reply) {
        return sent.findByTarget(db, ReplyAnswerSender.KIND, Long.toString(reply), MOST_ANSWERS).stream()
                .sorted((a, b) -> a.item().createdAt().compareTo(b.item().createdAt()))
                .map(ReplyAnswerService::view)
                .toList();
    }

    private static WrittenBack view(OutboxRow row) {
        ReplyAnswer a =
                row.item().body().isEmpty() ? null : Json.read(row.item().body(), ReplyAnswer.class);
        String state = row.taken() ? "sent" : row.nextAt() == null ? "failed" : "sending";
        return new WrittenBack(
                a == null ? "" : a.text(), a == null ? "" : a.by(), row.item().createdAt(), state, row.said());
    }

    /** How long a text is, as the network counts. */
    public Measured measure(JdbcClient db, long id, @Nullable String text) {
        ReplyRow reply = get(db, id);
        Channel channel = channelOf(reply);
        Integer segments = channel.renderPersonal("", Texts.orEmpty(text))
                .map(Rendered::segments)
                .orElse(null);
        if (segments == null) return new Measured(null, null);
        String country = channel instanceof PhoneChannel
                ? PhoneNumbers.countryOf(reply.sender()).orElse(null)
                : null;
        return new Measured(
                segments, channels.findPrice(channel, segments, country).orElse(null));
    }

    /** Puts an answer on its way. */
    public void answer(JdbcClient db, long id, @Nullable String text, String by, Instant now) {
        ReplyRow reply = get(db, id);
        Channel channel = channelOf(reply);
        String said = Texts.removeDirectionControls(Texts.orEmpty(text)).strip();
        if (said.isEmpty()) throw new HeraldException("text", "Write something first");
        if (said.codePointCount(0, said.length()) > channel.longestPersonal())
            throw new HeraldException(
                    "text", "Write up to " + channel.longestPersonal() + " characters by " + channel.label());
        if (reply.sender().isEmpty())
            throw new HeraldException("text", "The customer's data was erased, so there is no address to write to");
        Instant closes = sender.findClosing(db, channel, reply.sender());
        if (closes != null && closes.isBefore(now))
            throw new HeraldException(
                    "text",
                    "The time to write back by " + channel.label()
                            + " has run out. Call the customer, or write an e-mail");
        if (channel instanceof PhoneChannel && stops.isStopped(db, channel, reply.sender()))
            throw new HeraldException(
                    "text", "This number stopped all messages by " + channel.label() + ". Write an e-mail or call");
        Optional<OrderRow> order =
                reply.shop() == null ? Optional.empty() : orders.find(db, reply.shop(), String.valueOf(reply.number()));
        Order of = order.map(OrderRow::order).orElse(null);
        String language = of == null ? null : CustomerLanguage.languageOf(of);
        String brand =
                of == null ? brands.get(db).name() : brands.get(db, of.shop()).name();
        ReplyAnswer answer = new ReplyAnswer(
                channel.code(),
                reply.sender(),
                reply.shop(),
                language == null ? Locale.ENGLISH.toLanguageTag() : language,
                "Re: " + (of == null ? "" : of.number() + " · ") + brand,
                said,
                by);
        outbox.add(
                db,
                outbox.nextId(),
                ReplyAnswerSender.KIND,
                Long.toString(id),
                order.map(OrderRow::id).orElse(null),
                "Answer by " + channel.label(),
                Json.write(answer),
                now);
    }

    private ReplyRow get(JdbcClient db, long id) {
        return replies.find(db, id).orElseThrow(() -> new NotFoundException("This reply is no longer kept"));
    }

    private static Channel channelOf(ReplyRow reply) {
        return Channel.fromCode(reply.channel())
                .orElseThrow(() -> new HeraldException("text", "This channel is no longer there"));
    }
}
