package upbeat.herald.core.forecast;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.DailyLimit;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.Decision;
import upbeat.herald.core.notice.Effects;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.PlannedMessage;
import upbeat.herald.core.notice.Reachability;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.core.wording.Channel;

/**
 * One order lived through again under a plan: each fact when it became known, each message when it would have left,
 * every decision by {@link Decide}. Gateways are taken to work: what leaves arrives.
 */
public final class OrderReplay {
    private final OrderPast past;
    private final PlanHistory plans;
    private final MessageWriter writer;
    private final ReplayState state;
    private final PriorityQueue<Pending> pending =
            new PriorityQueue<>(Comparator.comparing(Pending::dueAt).thenComparing(Pending::number));
    private final Set<String> known = new HashSet<>();
    private final Set<String> silences = new HashSet<>();
    private final List<ReplayedMessage> done = new ArrayList<>();
    /** The parcel that a notice asked about last, and the answers given, by id of the notice. */
    private final Map<String, ReplayedParcel> asker = new HashMap<>();

    private final Map<String, Moment> answers = new HashMap<>();

    private OrderReplay(OrderPast past, PlanHistory plans, MessageWriter writer) {
        this.past = past;
        this.plans = plans;
        this.writer = writer;
        state = new ReplayState(past, plans.needsBackground());
    }

    /**
     * @param until no fact after it is taken, and nothing that is due later leaves
     * @return what was sent and what was kept back, in the order of time
     */
    public static List<ReplayedMessage> run(OrderPast past, PlanHistory plans, MessageWriter writer, Instant until) {
        OrderReplay replay = new OrderReplay(past, plans, writer);
        for (PastFact fact : past.facts()) {
            if (fact.knownAt().isAfter(until)) break;
            replay.runUntil(fact.knownAt());
            replay.take(fact);
        }
        replay.runUntil(until.plusMillis(1));
        return replay.done;
    }

    /** A message that waits. @param parcel its parcel, or null for the order as a whole */
    private record Pending(
            int number,
            PlannedMessage message,
            @Nullable ReplayedParcel parcel,
            Instant happenedAt,
            Instant wantedAt,
            Instant dueAt) {
        Pending postponed(Instant later) {
            return new Pending(number, message, parcel, happenedAt, wantedAt, later);
        }
    }

    private void take(PastFact fact) {
        Instant now = fact.knownAt();
        if (fact instanceof PastFact.OrderReached reached) {
            StageVisit v = reached.visit();
            state.reachStage(v);
            decide(plans.at(now), null, Moment.of(v), now);
        } else if (fact instanceof PastFact.ParcelAdded added) {
            state.addParcel(added);
        } else if (fact instanceof PastFact.ParcelForwarded forwarded) {
            Objects.requireNonNull(state.findParcel(forwarded.key())).forward(forwarded.leg());
        } else if (fact instanceof PastFact.ParcelReported reported) {
            ReplayedParcel parcel = Objects.requireNonNull(state.findParcel(reported.key()));
            Moment.listFor(state.takeReport(parcel, reported)).forEach(m -> decide(plans.at(now), parcel, m, now));
        } else if (fact instanceof PastFact.ReturnRequested asked) {
            state.addReturn(asked.content());
            long id = asked.content().id();
            decide(plans.at(now), state.findParcel(asked.key()), Moment.returnRequested(id, now), now);
        } else if (fact instanceof PastFact.Answered answered) {
            replanAround(() -> state.takeAnswer(answered), now);
            answer(answered, now);
        } else if (fact instanceof PastFact.Tagged tagged) {
            replanAround(() -> state.addTag(tagged.tag()), now);
        } else if (fact instanceof PastFact.OrderedAgain) {
            state.orderAgain();
        } else if (fact instanceof PastFact.SeriesLeft left) {
            state.leaveSeries(left.seriesId());
        }
    }

    private void answer(PastFact.Answered answered, Instant now) {
        Notice asked = findNotice(answered.noticeId(), now);
        if (asked == null) return;
        Trigger.AnswerGiven given = new Trigger.AnswerGiven(answered.noticeId(), answered.button());
        Moment moment = Moment.answer(asked.timing().stage(), given, now);
        answers.put(given.noticeId(), moment);
        decide(plans.at(now), asked.timing().stage().isOrderStage() ? null : asker.get(asked.id()), moment, now);
    }

    private void decide(List<Notice> plan, @Nullable ReplayedParcel parcel, Moment moment, Instant now) {
        Decision decision = Decide.decide(plan, state.situation(parcel), moment, state.history(), now);
        for (PlannedMessage m : decision.messages()) {
            add(m, parcel, moment.at(), m.notice().timing().dueAt(moment.at(), past.order(), now));
            state.markSaid(History.key(m.notice().id(), m.parcel(), m.occasion()));
        }
        for (Decision.NotSent n : decision.notSent()) {
            if (!n.reason().code().isNoteworthy()) continue;
            state.markSaid(History.key(n.notice().id(), n.parcel(), n.occasion()));
            for (Channel channel : n.concernedChannels()) {
                if (!known.add(ReplayedMessage.key(n.notice(), n.parcel(), n.occasion(), channel))) continue;
                done.add(new ReplayedMessage(
                        n.notice(),
                        n.parcel(),
                        n.occasion(),
                        channel,
                        new ReplayedMessage.Times(moment.at(), now, now),
                        null,
                        n.reason()));
            }
        }
    }

    private void add(PlannedMessage m, @Nullable ReplayedParcel parcel, Instant happenedAt, Instant wantedAt) {
        Pending next = new Pending(known.size(), m, parcel, happenedAt, wantedAt, m.dueAt());
        if (!known.add(ReplayedMessage.key(m.notice(), m.parcel(), m.occasion(), m.channel()))) return;
        pending.add(next);
        state.markSent(m.notice().id());
    }

    /** Facts that only conditions ask for may make a notice be for the order that wasn't before. */
    private void replanAround(Runnable change, Instant now) {
        List<Notice> narrowed = plans.at(now).stream()
                .filter(n -> !n.audience().isEveryone() && n.state().isSpeaking())
                .toList();
        if (narrowed.isEmpty()) {
            change.run();
            return;
        }
        History before = state.copyHistory();
        change.run();
        for (ReplayState.Reached r : state.listReached()) {
            StageVisit v = r.visit();
            decideNewly(narrowed, before, r.parcel(), Moment.of(v), now);
        }
        List.copyOf(answers.entrySet())
                .forEach(a -> decideNewly(narrowed, before, asker.get(a.getKey()), a.getValue(), now));
    }

    /** For the notices that are for the order only since then. */
    private void decideNewly(
            List<Notice> narrowed, History before, @Nullable ReplayedParcel parcel, Moment moment, Instant now) {
        OrderFacts was = state.situation(parcel).toFacts(before);
        OrderFacts is = state.situation(parcel).toFacts(state.history());
        List<Notice> only = narrowed.stream()
                .filter(n -> !n.audience().fits(was) && n.audience().fits(is))
                .toList();
        if (!only.isEmpty()) decide(only, parcel, moment, now);
    }

    /** Sends what is due, and notices silences, before a moment. */
    private void runUntil(Instant end) {
        while (true) {
            Pending next = pending.peek();
            Silence silence = plans.isSilenceAsked() ? findNextSilence(end) : null;
            Instant due = next == null ? null : next.dueAt();
            if (silence != null && (due == null || silence.at().isBefore(due))) {
                silences.add(silence.key());
                decide(
                        plans.at(silence.at()),
                        silence.parcel(),
                        Moment.silence(
                                silence.parcel().stage(),
                                Objects.requireNonNull(silence.parcel().lastScanAt()),
                                silence.days()),
                        silence.at());
            } else if (due != null && due.isBefore(end)) {
                leave(pending.remove());
            } else {
                return;
            }
        }
    }

    private record Silence(ReplayedParcel parcel, int days, Instant at) {
        String key() {
            return parcel.key() + "|" + days + "|" + at;
        }
    }

    private @Nullable Silence findNextSilence(Instant end) {
        Set<Integer> waits = new TreeSet<>();
        for (Notice n : plans.at(end))
            if (n.state().isSpeaking() && n.timing().quietDays() != null)
                waits.add(n.timing().quietDays());
        Silence first = null;
        for (int days : waits) {
            for (ReplayedParcel p : state.parcels()) {
                Instant at = p.silentAt(days);
                if (at == null || !at.isBefore(end) || first != null && !at.isBefore(first.at())) continue;
                Silence silence = new Silence(p, days, at);
                if (!silences.contains(silence.key())) first = silence;
            }
        }
        return first;
    }

    private @Nullable Notice findNotice(String id, Instant now) {
        for (Notice n : plans.at(now)) if (n.id().equals(id)) return n;
        return null;
    }

    private void leave(Pending p) {
        Instant now = p.dueAt();
        PlannedMessage m = p.message();
        Notice notice = findNotice(m.notice().id(), now);
        Optional<Reason> gone = Decide.checkLive(notice, m.occasion());
        if (notice == null || gone.isPresent()) {
            keep(p, now, null, gone.orElseThrow());
            return;
        }
        var situation = state.situation(p.parcel());
        Instant held = situation.heldUntil();
        if (held != null && held.isAfter(now)) {
            pending.add(p.postponed(held));
            return;
        }
        Reachability reach = Decide.recheck(notice, situation, state.history(), m.channel(), p.dueAt(), now);
        if (reach.obstacle() != null) {
            hold(p, notice, reach.obstacle(), now);
            return;
        }
        Instant allowed = Decide.nextAllowed(notice, situation, now).orElseThrow();
        if (allowed.isAfter(now)) {
            pending.add(p.postponed(allowed));
            return;
        }
        Optional<Reason> enough = checkDailyLimit(m, notice, now);
        if (enough.isPresent()) {
            hold(p, notice, enough.get(), now);
            return;
        }
        MessageWriter.Written written = writer.write(new Leaving(
                notice,
                m.channel(),
                past.order(),
                p.parcel() == null ? null : p.parcel().describe(notice.timing().stage(), state.placeOf(p.parcel())),
                state.listLegs(),
                state.findReturn(m.occasion()),
                now));
        if (written.obstacle() != null) hold(p, notice, written.obstacle(), now);
        else send(p, notice, written, now);
    }

    private void send(Pending p, Notice notice, MessageWriter.Written written, Instant now) {
        keep(p, now, written, null);
        if (p.parcel() != null) asker.put(notice.id(), p.parcel());
        Effects effects = notice.effects();
        if (effects.hasTags() && state.isTaggedBy(effects)) replanAround(() -> state.applyTags(effects), now);
    }

    /** Other orders of the same customer aren't known here. */
    private Optional<Reason> checkDailyLimit(PlannedMessage m, Notice notice, Instant now) {
        DailyLimit limit = plans.dailyLimit();
        if (limit == null) return Optional.empty();
        List<DailyLimit.Said> said = new ArrayList<>();
        for (ReplayedMessage d : done)
            if (d.isSent())
                said.add(new DailyLimit.Said(
                        History.key(d.notice().id(), d.parcel(), d.occasion()),
                        d.notice().routing().importance(),
                        d.times().at(),
                        true));
        for (Pending p : pending)
            said.add(new DailyLimit.Said(
                    History.key(
                            p.message().notice().id(),
                            p.message().parcel(),
                            p.message().occasion()),
                    p.message().notice().routing().importance(),
                    p.dueAt(),
                    false));
        String key = History.key(notice.id(), m.parcel(), m.occasion());
        return limit.check(key, notice.routing().importance(), past.order(), said, now);
    }

    /** Keeps a message back; where another channel may still reach the customer, that one is planned. */
    private void hold(Pending p, Notice notice, Reason reason, Instant now) {
        keep(p, now, null, reason);
        PlannedMessage m = p.message();
        if (!reason.code().isOfChannel() || m.standBy().isEmpty()) return;
        Decide.fallback(
                        notice,
                        state.situation(p.parcel()),
                        state.history(),
                        m.parcel(),
                        m.occasion(),
                        m.standBy(),
                        now)
                .ifPresent(next -> add(next, p.parcel(), p.happenedAt(), now));
    }

    private void keep(Pending p, Instant at, MessageWriter.@Nullable Written written, @Nullable Reason heldFor) {
        PlannedMessage m = p.message();
        done.add(new ReplayedMessage(
                m.notice(),
                m.parcel(),
                m.occasion(),
                m.channel(),
                new ReplayedMessage.Times(p.happenedAt(), p.wantedAt(), at),
                written,
                heldFor));
    }
}
