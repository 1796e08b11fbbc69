package upbeat.herald.server.rehearsal;

import java.time.Instant;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.forecast.Leaving;
import upbeat.herald.core.forecast.MessageWriter;
import upbeat.herald.core.forecast.OrderPast;
import upbeat.herald.core.forecast.OrderReplay;
import upbeat.herald.core.forecast.PlanHistory;
import upbeat.herald.core.forecast.ReplayedMessage;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.platform.web.NotFoundException;

/** One order of a rehearsal, with every text as its customer would have read it. Worked out when it is asked for. */
@Service
class OrderRehearsalService {
    private final RehearsalRepository rehearsals;
    private final RehearsedPast past;
    private final SentMessageRepository sent;
    private final RehearsalWriterFactory writers;
    private final JdbcClient reader;

    OrderRehearsalService(
            RehearsalRepository rehearsals,
            RehearsedPast past,
            SentMessageRepository sent,
            RehearsalWriterFactory writers,
            JdbcClient reader) {
        this.rehearsals = rehearsals;
        this.past = past;
        this.sent = sent;
        this.writers = writers;
        this.reader = reader;
    }

    /**
     * @param happenedAt when the stage was reached; {@code wantedAt} when the delay was over; {@code at} when it was
     *     sent or kept back
     */
    record When(Instant happenedAt, Instant wantedAt, Instant at) {}

    record Text(
            @Nullable String language,
            @Nullable String subject,
            @Nullable String text,
            @Nullable String html) {}

    /** @param key the same under both plans; {@code heldFor} why it was kept back, or null where it was sent */
    record RehearsedMessage(
            String key,
            String notice,
            String channel,
            @Nullable String parcel,
            When when,
            @Nullable Text text,
            MessageWriter.@Nullable Cost cost,
            @Nullable String heldFor) {}

    /** @param before under the other plan, or null where it is compared with nothing */
    record RehearsedOrder(@Nullable List<RehearsedMessage> before, List<RehearsedMessage> after) {}

    RehearsedOrder get(String id, String shop, String number) {
        RehearsalRepository.RehearsalRow row =
                rehearsals.find(reader, id).orElseThrow(() -> new NotFoundException("There's no such rehearsal"));
        RehearsalRepository.Plans plans = rehearsals.findPlans(reader, id).orElseThrow();
        OrderPast story =
                past.find(row, shop, number).orElseThrow(() -> new NotFoundException("There is no order " + number));
        PlanHistory other = plans.otherHistory();
        List<RehearsedMessage> before = row.comparedWith() == RehearsalRepository.ComparedWith.SENT
                ? listSent(story.id(), row.period())
                : other == null ? null : replay(story, other, row.period());
        return new RehearsedOrder(before, replay(story, plans.history(), row.period()));
    }

    private List<RehearsedMessage> replay(OrderPast story, PlanHistory plan, RehearsalRepository.Period period) {
        TextKeeper writer = new TextKeeper(writers.prepare().get());
        return OrderReplay.run(story, plan, writer, period.to()).stream()
                .filter(m -> period.contains(m.times().at()))
                .map(m -> describe(m, writer))
                .toList();
    }

    private List<RehearsedMessage> listSent(long orderId, RehearsalRepository.Period period) {
        return sent.find(reader, List.of(orderId)).getOrDefault(orderId, List.of()).stream()
                .filter(s -> period.contains(s.message().times().at()))
                .map(s -> describe(s.message(), s.text()))
                .toList();
    }

    private static RehearsedMessage describe(ReplayedMessage m, TextKeeper writer) {
        MessageWriter.Written written = m.written();
        return describe(
                m, m.isSent() ? writer.find(Objects.requireNonNull(written)).orElse(null) : null);
    }

    private static RehearsedMessage describe(ReplayedMessage m, @Nullable Rendered content) {
        MessageWriter.Written written = m.written();
        return new RehearsedMessage(
                m.key(),
                m.notice().name(),
                m.channel().code(),
                m.parcel(),
                new When(m.times().happenedAt(), m.times().wantedAt(), m.times().at()),
                content == null || written == null
                        ? null
                        : new Text(written.language(), content.subject(), content.text(), content.html()),
                written == null ? null : written.cost(),
                m.heldFor() == null ? null : m.heldFor().text());
    }

    /** Keeps every text it was asked to write. */
    private static final class TextKeeper implements MessageWriter {
        private final RehearsalWriter writer;
        private final Map<Written, Rendered> texts = new IdentityHashMap<>();

        TextKeeper(RehearsalWriter writer) {
            this.writer = writer;
        }

        @Override
        public Written write(Leaving message) {
            Written written = writer.write(message);
            if (written.obstacle() == null) writer.render(message).ifPresent(r -> texts.put(written, r));
            return written;
        }

        Optional<Rendered> find(Written written) {
            return Optional.ofNullable(texts.get(written));
        }
    }
}
