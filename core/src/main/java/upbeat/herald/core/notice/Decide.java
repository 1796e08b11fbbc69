package upbeat.herald.core.notice;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.timing.PublicHolidays;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;

/**
 * The one place that decides what a customer gets. Used when a fact comes in, when a coordinator asks "what would this
 * order get" and "why was nothing sent", and when a message is about to leave.
 */
public final class Decide {
    private static final Reason REFUSED =
            new Reason(Reason.Code.ANSWERED, "The customer answered that they don't want the order");

    private Decide() {}

    /** Same arguments, same decision: no clock, no chance, nothing kept. */
    public static Decision decide(
            List<Notice> plan, OrderSituation situation, Moment moment, History history, Instant now) {
        List<PlannedMessage> messages = new ArrayList<>();
        List<Decision.NotSent> notSent = new ArrayList<>();
        Asked asked = null;
        for (Notice notice : plan) {
            if (!notice.timing().trigger().isMetBy(moment)) continue;
            if (asked == null) asked = Asked.of(plan, situation, moment, history, now);
            decideOne(asked, notice, messages, notSent);
        }
        return new Decision(messages, notSent);
    }

    /** What every notice is asked about. @param facts what conditions may ask, at the moment */
    private record Asked(
            List<Notice> plan,
            OrderSituation situation,
            Moment moment,
            History history,
            Instant now,
            OrderFacts facts) {
        static Asked of(List<Notice> plan, OrderSituation situation, Moment moment, History history, Instant now) {
            OrderFacts facts = situation.toFacts(history);
            // The report that says it may not be kept yet.
            if (moment.stage().isCarrierStage()) facts = facts.withDispatchedAt(moment.at());
            return new Asked(plan, situation, moment, history, now, facts);
        }
    }

    private static void decideOne(
            Asked asked, Notice notice, List<PlannedMessage> messages, List<Decision.NotSent> notSent) {
        OrderSituation situation = asked.situation();
        Moment moment = asked.moment();
        Instant now = asked.now();
        String parcel = notice.isOncePerOrder() || situation.parcel() == null
                ? null
                : situation.parcel().trackingNumber();
        // Each return is one of its own, however often the notice speaks otherwise.
        String reached = notice.timing().per() == Notice.Per.OCCASION || moment.returnStep() != null
                ? moment.occasion()
                : StageVisit.ONCE;
        String occasion = notice.state() == Notice.State.TRIAL ? TeamOccasion.trial(reached) : reached;
        Optional<Reason> no = wholeNotice(asked, notice, parcel, occasion);
        if (no.isPresent()) {
            notSent.add(new Decision.NotSent(notice, parcel, occasion, null, no.get()));
            return;
        }
        Optional<Instant> due =
                nextAllowed(notice, situation, notice.timing().dueAt(moment.at(), situation.order(), now));
        Optional<Reason> hour = checkHour(notice, situation, moment.at(), due);
        if (due.isEmpty() || hour.isPresent()) {
            notSent.add(new Decision.NotSent(notice, parcel, occasion, null, hour.orElseThrow()));
            return;
        }
        List<Channel> left = new ArrayList<>(notice.routing().channels());
        while (!left.isEmpty()) {
            Channel channel = left.remove(0);
            Reachability reach = reach(notice, situation, asked.history(), channel);
            if (reach.obstacle() != null) {
                notSent.add(new Decision.NotSent(notice, parcel, occasion, channel, reach.obstacle()));
                continue;
            }
            boolean first = notice.routing().rule() == Notice.ChannelRule.FIRST_THAT_WORKS;
            messages.add(new PlannedMessage(
                    notice, parcel, occasion, channel, reach.address(), due.get(), first ? left : List.of()));
            if (first) {
                left.forEach(l -> notSent.add(new Decision.NotSent(
                        notice,
                        parcel,
                        occasion,
                        l,
                        new Reason(Reason.Code.STANDS_BY, "Sent only if " + channel.label() + " fails"))));
                return;
            }
        }
    }

    private static Optional<Reason> wholeNotice(Asked asked, Notice notice, @Nullable String parcel, String occasion) {
        OrderSituation situation = asked.situation();
        Moment moment = asked.moment();
        History history = asked.history();
        Instant now = asked.now();
        if (!notice.state().isSpeaking())
            return Optional.of(new Reason(
                    Reason.Code.NOT_LIVE,
                    notice.state() == Notice.State.DRAFT ? "The notice is a draft" : "The notice is paused"));
        Optional<Reason> outside = checkAudience(notice, asked.facts());
        if (outside.isPresent()) return outside;
        if (!history.sentKeys().isEmpty() && history.sentKeys().contains(History.key(notice.id(), parcel, occasion)))
            return Optional.of(new Reason(Reason.Code.ALREADY_SAID, "This message was already sent"));
        if (notice.timing().per() == Notice.Per.WHOLE_ORDER && !situation.hasWhollyReached(moment.stage()))
            return Optional.of(new Reason(
                    Reason.Code.NOT_WHOLE,
                    "Sent when every parcel of the order is " + moment.stage().label()));
        if (notice.timing().per() == Notice.Per.PART_OF_ORDER && situation.hasWhollyReached(moment.stage()))
            return Optional.of(new Reason(Reason.Code.NOT_PART, allReached(moment.stage())));
        Duration age = Duration.between(moment.at(), now);
        if (age.compareTo(notice.timing().ageLimit()) > 0) {
            return Optional.of(new Reason(
                    Reason.Code.TOO_OLD,
                    "It happened " + words(age) + " ago; this notice is sent within "
                            + words(notice.timing().ageLimit())));
        }
        if (moment.with() != null && isNewsOfStage(notice) && isTold(asked, notice, moment.with())) {
            return Optional.of(new Reason(
                    Reason.Code.OVERTAKEN,
                    "The same scan also says " + moment.with().label() + ", and the customer is told that instead"));
        }
        return checkStillWanted(notice, situation, history, now);
    }

    /**
     * Whether a planned message's notice is still there and speaks to the same people.
     *
     * @param notice null where it was deleted
     * @param occasion of the message
     */
    public static Optional<Reason> checkLive(@Nullable Notice notice, String occasion) {
        if (notice == null) return Optional.of(new Reason(Reason.Code.GONE, "The notice was deleted"));
        if (!TeamOccasion.isMeantFor(notice, occasion))
            return Optional.of(new Reason(
                    Reason.Code.NOT_LIVE,
                    TeamOccasion.isTrial(occasion)
                            ? "The trial ended before this message was sent"
                            : "The notice went back to a trial before this message was sent"));
        if (notice.state().isSpeaking()) return Optional.empty();
        return Optional.of(new Reason(Reason.Code.NOT_LIVE, "The notice was paused before this message was sent"));
    }

    /**
     * Asks again about a message that was planned: when it is about to leave, and when its order changes.
     *
     * @param dueAt when it was to leave; one that is later than that by more than the notice's age limit is old news
     * @return where it goes now, or why it stays
     */
    public static Reachability recheck(
            Notice notice, OrderSituation situation, History history, Channel channel, Instant dueAt, Instant now) {
        Optional<Reason> no = checkAudience(notice, situation.toFacts(history))
                .or(() -> checkStillWanted(notice, situation, history, now))
                .or(() -> checkLateness(notice, dueAt, now))
                .or(() -> checkHour(notice, situation, dueAt, nextAllowed(notice, situation, now)));
        return no.map(Reachability::no).orElseGet(() -> reach(notice, situation, history, channel));
    }

    /**
     * Asks again about a copy for the team when it is about to leave: the customer was sent the message, so nothing
     * about the customer counts any more.
     */
    public static Reachability recheckCopy(
            Notice notice, History history, Channel channel, Instant dueAt, Instant now) {
        return checkLateness(notice, dueAt, now)
                .map(Reachability::no)
                .orElseGet(() -> Reachability.ofTeam(history, channel));
    }

    private static String allReached(Stage stage) {
        return "All of the order is already " + stage.label();
    }

    /** Whether the same people are told of a further stage. What only the team hears tells no customer. */
    private static boolean isTold(Asked asked, Notice of, Stage stage) {
        for (Notice n : asked.plan()) {
            boolean isHeard = n.state() == Notice.State.LIVE
                    || n.state() == Notice.State.TRIAL && of.state() == Notice.State.TRIAL;
            if (isHeard
                    && isNewsOfStage(n)
                    && n.timing().stage() == stage
                    && n.audience().fits(asked.facts())) return true;
        }
        return false;
    }

    private static Optional<Reason> checkAudience(Notice notice, OrderFacts facts) {
        return notice.audience().whyNot(facts).map(why -> new Reason(Reason.Code.NOT_FOR, why));
    }

    private static Optional<Reason> checkLateness(Notice notice, Instant dueAt, Instant now) {
        Duration late = Duration.between(dueAt, now);
        if (late.compareTo(notice.timing().ageLimit()) <= 0) return Optional.empty();
        return Optional.of(new Reason(
                Reason.Code.TOO_OLD,
                "It couldn't be sent for " + words(late) + "; this notice is sent within "
                        + words(notice.timing().ageLimit())));
    }

    /**
     * There must be an hour at which it may leave, and what says "today" must not be read on another day, by any
     * calendar the customer may live by.
     */
    private static Optional<Reason> checkHour(
            Notice notice, OrderSituation situation, Instant happened, Optional<Instant> leaves) {
        if (leaves.isEmpty())
            return Optional.of(
                    new Reason(
                            Reason.Code.NO_COMMON_HOUR,
                            "The send window is never open at once in all time zones where this address may be. Add the region or postcode, or widen the window"));
        if (notice.timing().stage() != Stage.OUT_FOR_DELIVERY
                || !isNewsOfStage(notice)
                || CustomerDay.isSameDay(situation.order(), happened, leaves.get())) return Optional.empty();
        return Optional.of(
                new Reason(Reason.Code.OVERTAKEN, "It couldn't be sent on the day the parcel was out for delivery"));
    }

    /** What can turn a message down after it was planned; empty while it may go. */
    private static Optional<Reason> checkStillWanted(
            Notice notice, OrderSituation situation, History history, Instant now) {
        Stage stage = notice.timing().stage();
        if (notice.timing().per() == Notice.Per.PART_OF_ORDER && situation.hasWhollyReached(stage))
            return Optional.of(new Reason(Reason.Code.OVERTAKEN, allReached(stage)));
        if (history.answers().containsKey(notice.id()))
            return Optional.of(new Reason(Reason.Code.ANSWERED, "The customer has answered this question"));
        Series series = notice.timing().series();
        Optional<Reason> ended = series == null ? Optional.empty() : series.checkEnded(situation, history);
        if (ended.isPresent()) return ended;
        Trigger.AnswerGiven answer = notice.timing().trigger().answer();
        if (answer != null) return checkAnswer(answer, notice, situation, history);
        // Whoever sends something back hears of it, also of an order that was refunded meanwhile.
        if (notice.timing().trigger().returnStep() != null) return Optional.empty();
        if (history.isRefused()) return Optional.of(REFUSED);
        Duration silence = notice.timing().silence();
        if (silence != null) return Overtaken.checkSilence(silence, situation, now);
        // A series is counted from its moment, whatever came after.
        return series != null ? Optional.empty() : Overtaken.check(stage, situation);
    }

    /** Whether what was answered still is, and the order is still worth it. */
    private static Optional<Reason> checkAnswer(
            Trigger.AnswerGiven answer, Notice notice, OrderSituation situation, History history) {
        if (!answer.button().equals(history.answers().get(answer.noticeId())))
            return Optional.of(new Reason(Reason.Code.OVERTAKEN, "The customer's answer was corrected"));
        // Who said no themselves may well be told what follows from it.
        if (history.isRefused() || notice.timing().series() != null) return Optional.empty();
        return Overtaken.checkEnded(null, situation);
    }

    /** True where it tells of the stage itself, not of something counted from it. */
    private static boolean isNewsOfStage(Notice notice) {
        return notice.timing().trigger().waitsForStage() && notice.timing().series() == null;
    }

    /** The next message when a channel did not work: the first that stands by and can reach the customer, or empty. */
    public static Optional<PlannedMessage> fallback(
            Notice notice,
            OrderSituation situation,
            History history,
            @Nullable String parcel,
            String occasion,
            List<Channel> standBy,
            Instant now) {
        List<Channel> left = TeamOccasion.isMeantFor(notice, occasion) ? new ArrayList<>(standBy) : new ArrayList<>();
        while (!left.isEmpty()) {
            Channel channel = left.remove(0);
            Reachability reach = reach(notice, situation, history, channel);
            if (reach.obstacle() == null)
                return nextAllowed(notice, situation, now)
                        .map(due -> new PlannedMessage(notice, parcel, occasion, channel, reach.address(), due, left));
        }
        return Optional.empty();
    }

    private static Reachability reach(Notice notice, OrderSituation situation, History history, Channel channel) {
        if (!notice.content().wordings().containsKey(channel))
            return new Reachability(
                    null, new Reason(Reason.Code.NO_WORDING, "The notice has no text for " + channel.label()));
        Reachability customer = Reachability.check(situation.order(), history, channel);
        return notice.state() == Notice.State.TRIAL && customer.obstacle() == null
                ? Reachability.ofTeam(history, channel)
                : customer;
    }

    /**
     * The first moment at or after {@code wanted} that the notice's send window allows wherever the customer may live,
     * and at which what was done by hand can't be taken back any more; empty where there is none in reach.
     */
    public static Optional<Instant> nextAllowed(Notice notice, OrderSituation situation, Instant wanted) {
        Instant held = situation.heldUntil();
        Instant from = held != null && held.isAfter(wanted) ? held : wanted;
        SendWindow window = notice.timing().window();
        if (window == null) return Optional.of(from);
        Order order = situation.order();
        PublicHolidays holidays = window.skipHolidays() ? PublicHolidays.of(order) : PublicHolidays.NONE;
        return window.nextAllowed(from, CustomerClock.of(order), holidays);
    }

    private static String words(Duration d) {
        if (d.toHours() >= 48) return d.toDays() + " days";
        if (d.toHours() >= 1) return d.toHours() + (d.toHours() == 1 ? " hour" : " hours");
        return d.toMinutes() + " minutes";
    }
}
