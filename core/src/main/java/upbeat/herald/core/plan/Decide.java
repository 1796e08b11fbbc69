package upbeat.herald.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.core.timing.CustomerZone;

/**
 * The one place that decides what a customer hears. Used when a fact comes in, when a coordinator asks "what would this
 * order get" and "why was nothing sent", and when a message is about to leave.
 */
public final class Decide {
    private Decide() {}

    /** Same arguments, same decision: no clock, no chance, nothing kept. */
    public static Decision decide(List<Notice> plan, Case c, Moment moment, History history, Instant now) {
        List<PlannedMessage> messages = new ArrayList<>();
        List<Decision.NotSent> notSent = new ArrayList<>();
        for (Notice notice : plan) {
            if (notice.stage() == moment.stage()) one(plan, notice, c, moment, history, now, messages, notSent);
        }
        return new Decision(messages, notSent);
    }

    private static void one(
            List<Notice> plan,
            Notice notice,
            Case c,
            Moment moment,
            History history,
            Instant now,
            List<PlannedMessage> messages,
            List<Decision.NotSent> notSent) {
        String parcel = notice.per() == Notice.Per.ORDER || c.parcel() == null
                ? null
                : c.parcel().trackingNumber();
        String occasion = notice.per() == Notice.Per.OCCASION ? moment.occasion() : StageReached.ONCE;
        Optional<Reason> no = wholeNotice(plan, notice, c, moment, history, now, parcel, occasion);
        if (no.isPresent()) {
            notSent.add(new Decision.NotSent(notice, parcel, occasion, null, no.get()));
            return;
        }
        Instant due = due(notice, c, moment.at(), now);
        List<Channel> left = new ArrayList<>(notice.channels());
        while (!left.isEmpty()) {
            Channel channel = left.remove(0);
            Reach reach = reach(notice, c, channel);
            if (reach.not() != null) {
                notSent.add(new Decision.NotSent(notice, parcel, occasion, channel, reach.not()));
                continue;
            }
            boolean first = notice.rule() == Notice.ChannelRule.FIRST_THAT_WORKS;
            messages.add(
                    new PlannedMessage(notice, parcel, occasion, channel, reach.to(), due, first ? left : List.of()));
            if (first) {
                left.forEach(l -> notSent.add(new Decision.NotSent(
                        notice,
                        parcel,
                        occasion,
                        l,
                        new Reason(Reason.Code.STANDS_BY, "Goes out only if " + channel.words() + " does not work"))));
                return;
            }
        }
    }

    private static Optional<Reason> wholeNotice(
            List<Notice> plan,
            Notice notice,
            Case c,
            Moment moment,
            History history,
            Instant now,
            String parcel,
            String occasion) {
        if (notice.state() != Notice.State.LIVE)
            return Optional.of(new Reason(Reason.Code.NOT_LIVE, "The notice is paused"));
        Optional<Reason> outside = notice.audience().excludes(c.order(), c.parcel());
        if (outside.isPresent()) return outside;
        if (history.said().contains(History.key(notice.id(), parcel, occasion)))
            return Optional.of(new Reason(Reason.Code.ALREADY_SAID, "This was said before"));
        Duration age = Duration.between(moment.at(), now);
        if (age.compareTo(notice.ageLimit()) > 0) {
            return Optional.of(new Reason(
                    Reason.Code.TOO_OLD,
                    "It happened " + words(age) + " ago; the notice goes out within " + words(notice.ageLimit())));
        }
        if (moment.with() != null
                && plan.stream()
                        .anyMatch(n -> n.stage() == moment.with()
                                && n.state() == Notice.State.LIVE
                                && n.audience().excludes(c.order(), c.parcel()).isEmpty())) {
            return Optional.of(new Reason(
                    Reason.Code.OVERTAKEN,
                    "The same scan says " + moment.with().words() + ", and that is what the customer hears"));
        }
        return stillRight(notice, c, history);
    }

    /** What can turn a planned message down between planning and sending; empty while it may go. */
    public static Optional<Reason> stillRight(Notice notice, Case c, History history) {
        if (history.answered().contains(notice.id()))
            return Optional.of(new Reason(Reason.Code.ANSWERED, "The customer has answered this question"));
        if (history.refused())
            return Optional.of(new Reason(Reason.Code.ANSWERED, "The customer said that the order is not wanted"));
        return Overtaken.by(notice.stage(), c);
    }

    /** The next message when a channel did not work: the first that stands by and can reach the customer, or empty. */
    public static Optional<PlannedMessage> next(
            Notice notice, Case c, String parcel, String occasion, List<Channel> standBy, Instant now) {
        List<Channel> left = new ArrayList<>(standBy);
        while (!left.isEmpty()) {
            Channel channel = left.remove(0);
            Reach reach = reach(notice, c, channel);
            if (reach.not() == null)
                return Optional.of(new PlannedMessage(
                        notice, parcel, occasion, channel, reach.to(), within(notice, c, now), left));
        }
        return Optional.empty();
    }

    private static Reach reach(Notice notice, Case c, Channel channel) {
        if (!notice.wordings().containsKey(channel))
            return new Reach(
                    null, new Reason(Reason.Code.NO_WORDING, "The notice has no wording for " + channel.words()));
        return Reach.of(c.order(), channel);
    }

    private static Instant due(Notice notice, Case c, Instant happened, Instant now) {
        Instant wanted = happened.plus(notice.after());
        return within(notice, c, wanted.isBefore(now) ? now : wanted);
    }

    /** The first moment at or after {@code wanted} that the notice's send window allows where the customer lives. */
    public static Instant within(Notice notice, Case c, Instant wanted) {
        if (notice.window() == null) return wanted;
        String country = c.order().shipTo() == null ? null : c.order().shipTo().country();
        return notice.window().next(wanted, CustomerZone.of(country));
    }

    private static String words(Duration d) {
        if (d.toHours() >= 48) return d.toDays() + " days";
        if (d.toHours() >= 1) return d.toHours() + (d.toHours() == 1 ? " hour" : " hours");
        return d.toMinutes() + " minutes";
    }
}
