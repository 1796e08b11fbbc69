package upbeat.herald.server.orderview;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.orderview.AnswerListRepository.AskedQuestion;
import upbeat.herald.server.orderview.AnswerListRepository.Counts;
import upbeat.herald.server.orderview.AnswerListRepository.Filter;
import upbeat.herald.server.orderview.AnswerListRepository.State;
import upbeat.herald.server.orderview.AnswerListRepository.WaitingAt;
import upbeat.herald.server.platform.outbox.OutboxRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository.OutboxRow;
import upbeat.herald.server.shopcall.ShopCalls;

/** The place Answers: questions of the last 90 days, and what customers answered. */
@Service
class AnswerListService {
    private static final Duration SHOWN_FOR = Duration.ofDays(90);
    private static final int PAGE = 60;
    /** A median of so many says as much as one of all. */
    private static final int MOST_TIMES = 20_000;

    private final AnswerListRepository answers;
    private final NoticeRepository notices;
    private final OutboxRepository outbox;
    private final JdbcClient reader;
    private final InstantSource clock;

    AnswerListService(
            AnswerListRepository answers,
            NoticeRepository notices,
            OutboxRepository outbox,
            JdbcClient reader,
            InstantSource clock) {
        this.answers = answers;
        this.notices = notices;
        this.outbox = outbox;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param state {@code waiting}, {@code confirmed}, {@code cancelled}, {@code unanswered}, or null for any */
    record AnswerAsk(
            @Nullable String state,
            @Nullable String notice,
            @Nullable String stage,
            @Nullable Integer page) {}

    /**
     * A question with its answer.
     *
     * @param state as in {@link AnswerAsk}
     * @param shopCall whether the shop took it: {@code taken}, {@code waiting}, {@code failed}; null where it isn't
     *     called
     */
    record AnswerLine(
            String shop,
            String number,
            @Nullable String customer,
            String stage,
            String notice,
            Instant askedAt,
            String state,
            @Nullable String answer,
            @Nullable String text,
            @Nullable String via,
            @Nullable Instant answeredAt,
            @Nullable String shopCall) {}

    /** @param medianSeconds how long half of the answers took at the most, or null where there is none */
    record AskedNotice(
            String id,
            String name,
            int asked,
            int answered,
            int refused,
            @Nullable Long medianSeconds) {}

    /** @param stops how many wait at each stage; {@code more} true where there is a further page */
    record AnswerList(
            Counts counts, List<WaitingAt> stops, List<AskedNotice> notices, List<AnswerLine> rows, boolean more) {}

    AnswerList list(AnswerAsk ask) {
        Instant since = clock.instant().minus(SHOWN_FOR);
        Filter filter =
                new Filter(since, state(ask.state()), Texts.blankToNull(ask.notice()), Texts.blankToNull(ask.stage()));
        int page = ask.page() == null ? 0 : Math.max(0, Math.min(ask.page(), 10_000));
        Map<String, String> names =
                notices.findAll(reader).stream().collect(Collectors.toMap(Notice::id, Notice::name));
        List<AskedQuestion> found = answers.find(reader, filter, PAGE + 1, page * PAGE);
        List<AnswerLine> lines =
                found.stream().limit(PAGE).map(q -> line(q, names)).toList();
        return new AnswerList(
                answers.count(reader, filter),
                answers.countWaiting(reader, since),
                figures(since, names),
                lines,
                found.size() > PAGE);
    }

    private static @Nullable State state(@Nullable String word) {
        if (Texts.isBlank(word)) return null;
        for (State s : State.values()) if (s.name().toLowerCase(Locale.ROOT).equals(word)) return s;
        throw new HeraldException("state", "\"" + word + "\" is not known here");
    }

    private AnswerLine line(AskedQuestion q, Map<String, String> names) {
        return new AnswerLine(
                q.shop(),
                q.number(),
                q.customer(),
                q.stage(),
                names.getOrDefault(q.noticeId(), q.noticeId()),
                q.askedAt(),
                stateOf(q).name().toLowerCase(Locale.ROOT),
                q.label(),
                q.text(),
                q.via(),
                q.answeredAt(),
                q.answeredAt() == null ? null : shopCall(q));
    }

    private static State stateOf(AskedQuestion q) {
        if (q.answeredAt() == null) return q.endedAt() == null ? State.WAITING : State.UNANSWERED;
        if (AnswerRepository.BY_SILENCE.equals(q.via())) return State.UNANSWERED;
        return q.refuses() ? State.CANCELLED : State.CONFIRMED;
    }

    /** Of the last call about this order. */
    private @Nullable String shopCall(AskedQuestion q) {
        OutboxRow last = null;
        for (OutboxRow row : outbox.findByOrder(reader, q.orderId()))
            if (row.item().kind().equals(ShopCalls.KIND)) last = row;
        if (last == null) return null;
        return last.taken() ? "taken" : last.nextAt() == null ? "failed" : "waiting";
    }

    private List<AskedNotice> figures(Instant since, Map<String, String> names) {
        Map<String, List<Long>> times = answers.findTimes(reader, since, MOST_TIMES);
        return answers.countByNotice(reader, since).stream()
                .map(n -> new AskedNotice(
                        n.noticeId(),
                        names.getOrDefault(n.noticeId(), n.noticeId()),
                        n.asked(),
                        n.answered(),
                        n.refused(),
                        median(times.getOrDefault(n.noticeId(), List.of()))))
                .toList();
    }

    /** The middle one, of an even number the lower, in seconds. */
    static @Nullable Long median(List<Long> millis) {
        if (millis.isEmpty()) return null;
        List<Long> sorted = new ArrayList<>(millis);
        sorted.sort(null);
        return sorted.get((sorted.size() - 1) / 2) / 1_000;
    }
}
