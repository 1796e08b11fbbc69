package upbeat.herald.server.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.Decide;
import upbeat.herald.core.plan.Decision;
import upbeat.herald.core.plan.History;
import upbeat.herald.core.plan.Moment;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;

/**
 * "What comes next" and "why not" for one order: every notice of the plan with what became of it or would, by the same
 * decision that sends.
 */
@Component
public class Verdicts {
    private final NoticeStore notices;
    private final MessageStore messages;
    private final ParcelStore parcels;
    private final ReachedStore reached;
    private final CaseBook cases;

    Verdicts(NoticeStore notices, MessageStore messages, ParcelStore parcels, ReachedStore reached, CaseBook cases) {
        this.notices = notices;
        this.messages = messages;
        this.parcels = parcels;
        this.reached = reached;
        this.cases = cases;
    }

    /**
     * @param verdict {@code said}, {@code planned}, {@code will} (once the stage is reached), or {@code not}
     * @param channels words of those it took or would take
     * @param why the reason of a no, or when it would go; null where there is nothing to add
     */
    public record Verdict(
            String notice,
            String name,
            String stage,
            String verdict,
            List<String> channels,
            @Nullable String why) {}

    public List<Verdict> of(JdbcClient db, OrderRow order, Instant now) {
        List<Notice> plan = notices.all(db);
        List<MessageRow> sent = messages.of(db, order.id());
        List<ParcelRow> all = parcels.of(db, order.id());
        List<ReachedStore.Reached> visits = reached.of(db, order.id());
        History history = cases.history(db, order);
        List<Verdict> verdicts = new ArrayList<>();
        for (Notice notice : plan) verdicts.add(one(db, plan, notice, order, sent, all, visits, history, now));
        return verdicts;
    }

    private Verdict one(
            JdbcClient db,
            List<Notice> plan,
            Notice notice,
            OrderRow order,
            List<MessageRow> sent,
            List<ParcelRow> all,
            List<ReachedStore.Reached> visits,
            History history,
            Instant now) {
        List<MessageRow> mine =
                sent.stream().filter(m -> m.noticeId().equals(notice.id())).toList();
        List<String> out = mine.stream()
                .filter(m -> m.sentAt() != null)
                .map(m -> m.channel().words())
                .distinct()
                .toList();
        if (!out.isEmpty()) return verdict(notice, "said", out, null);
        Optional<MessageRow> open = mine.stream()
                .filter(m -> m.status().code().matches("planned|waiting|sending|unsure"))
                .findFirst();
        if (open.isPresent())
            return verdict(
                    notice,
                    "planned",
                    List.of(open.get().channel().words()),
                    open.get().reason());
        if (!mine.isEmpty())
            return verdict(notice, "not", List.of(), mine.get(mine.size() - 1).reason());
        Optional<ReachedStore.Reached> visit =
                visits.stream().filter(v -> v.visit().stage() == notice.stage()).reduce((a, b) -> b);
        if (visit.isPresent()) {
            ParcelRow parcel = visit.get().parcelId() == null
                    ? null
                    : parcels.get(db, visit.get().parcelId());
            StageReached v = visit.get().visit();
            return told(
                    notice,
                    Decide.decide(
                            plan,
                            cases.of(db, order, parcel),
                            new Moment(v.stage(), v.occasion(), v.at(), null),
                            history,
                            now),
                    "The stage was reached before this notice was there or live");
        }
        ParcelRow parcel = notice.stage().ofOrder() || all.isEmpty() ? null : all.get(0);
        Case there = new Case(
                order.order(),
                parcel == null ? null : parcel.parcel(),
                parcel == null ? null : notice.stage(),
                parcel == null ? List.of() : List.of(notice.stage()),
                order.ended());
        if (parcel != null) {
            Optional<upbeat.herald.core.plan.Reason> past =
                    upbeat.herald.core.plan.Overtaken.by(notice.stage(), cases.of(db, order, parcel));
            if (past.isPresent())
                return verdict(notice, "not", List.of(), past.get().text());
        }
        return told(
                notice,
                Decide.decide(plan, there, new Moment(notice.stage(), StageReached.ONCE, now, null), history, now),
                null);
    }

    private static Verdict told(Notice notice, Decision decision, String whyNotAlready) {
        List<String> channels = decision.messages().stream()
                .filter(m -> m.notice().id().equals(notice.id()))
                .map(m -> m.channel().words())
                .toList();
        if (!channels.isEmpty())
            return whyNotAlready == null
                    ? verdict(
                            notice,
                            "will",
                            channels,
                            "once it is " + notice.stage().words())
                    : verdict(notice, "not", List.of(), whyNotAlready);
        String why = decision.notSent().stream()
                .filter(n -> n.notice().id().equals(notice.id()))
                .map(n -> n.reason().text())
                .distinct()
                .reduce((a, b) -> a + ". " + b)
                .orElse(null);
        return verdict(notice, "not", List.of(), why);
    }

    private static Verdict verdict(Notice notice, String verdict, List<String> channels, String why) {
        return new Verdict(notice.id(), notice.name(), notice.stage().code(), verdict, channels, why);
    }
}
