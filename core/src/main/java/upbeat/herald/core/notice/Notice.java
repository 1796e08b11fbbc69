package upbeat.herald.core.notice;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.timing.DayDelay;
import upbeat.herald.core.timing.PublicHolidays;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.SenderOverride;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingPurpose;

/**
 * One rule of the plan: who gets what, when, over which channel.
 *
 * @param audience who gets it
 * @param timing when
 * @param routing over which channel
 * @param content what it says and asks
 * @param effects what else happens once it was sent
 */
public record Notice(
        String id,
        String name,
        State state,
        Audience audience,
        @JsonUnwrapped Timing timing,
        @JsonUnwrapped Routing routing,
        @JsonUnwrapped Content content,
        @JsonUnwrapped Effects effects) {

    public Notice {
        effects = effects == null ? Effects.NONE : effects;
    }

    /** Sending it has no further effect. */
    public Notice(
            String id, String name, State state, Audience audience, Timing timing, Routing routing, Content content) {
        this(id, name, state, audience, timing, routing, content, Effects.NONE);
    }

    public static final Duration DEFAULT_AGE_LIMIT = Duration.ofHours(48);

    /**
     * @param trigger what sets it off
     * @param series the series it is a part of, which begins with the same trigger; or null
     * @param after time from the trigger to sending, zero or more
     * @param dayDelay days to wait then, or a time of day to wait for, by the customer's calendar; or null
     * @param window hours on the customer's clock in which it may go out, or null for any hour
     * @param per how often one order may get it
     * @param ageLimit an event older than this sends nothing, so that switching a notice on never sweeps up the past
     * @param recall how long a message that was decided waits at least, so that somebody can take it back; zero to ten
     *     minutes
     */
    public record Timing(
            @JsonUnwrapped Trigger trigger,
            @Nullable Series series,
            Duration after,
            @Nullable DayDelay dayDelay,
            @Nullable SendWindow window,
            Per per,
            Duration ageLimit,
            Duration recall) {
        public Timing {
            recall = recall == null ? Duration.ZERO : recall;
        }

        /** Without days to wait. */
        public Timing(Stage stage, Duration after, @Nullable SendWindow window, Per per, Duration ageLimit) {
            this(stage, null, after, null, window, per, ageLimit);
        }

        /** What is decided leaves at once. */
        public Timing(
                Stage stage,
                @Nullable Integer quietDays,
                Duration after,
                @Nullable DayDelay dayDelay,
                @Nullable SendWindow window,
                Per per,
                Duration ageLimit) {
            this(Trigger.silence(stage, quietDays), null, after, dayDelay, window, per, ageLimit, Duration.ZERO);
        }

        /** The stage that sets it off, or that it stands beside. */
        public Stage stage() {
            return trigger.stage();
        }

        public @Nullable Integer quietDays() {
            return trigger.quietDays();
        }

        /** How long the carrier has to be silent; null where that isn't asked. */
        public @Nullable Duration silence() {
            return trigger.silence();
        }

        /** The same, where it was decided at {@code now}: not before it can be taken back no more. */
        public Instant dueAt(Instant happened, Order order, Instant now) {
            Instant wanted = dueAt(happened, order);
            Instant earliest = now.plus(recall);
            return wanted.isBefore(earliest) ? earliest : wanted;
        }

        /** When it is due, its window apart. @param happened when the stage was reached */
        public Instant dueAt(Instant happened, Order order) {
            Instant waited = happened.plus(after);
            if (dayDelay == null) return waited;
            PublicHolidays holidays = dayDelay.working() ? PublicHolidays.of(order) : PublicHolidays.NONE;
            return dayDelay.apply(waited, CustomerClock.of(order).likely(), holidays);
        }
    }

    /**
     * @param channels in the order they are asked
     * @param fallbackAfter how long the first that works is waited for (for an approval, then for a delivery receipt)
     *     before the next is tried as well
     * @param importance whether others give way to it where a customer would be sent too many in a day
     * @param sender of its e-mails, or null for the brand's
     */
    public record Routing(
            List<Channel> channels,
            ChannelRule rule,
            Duration fallbackAfter,
            Importance importance,
            @Nullable SenderOverride sender) {
        public static final Duration DEFAULT_FALLBACK = Duration.ofMinutes(10);

        public Routing {
            channels = List.copyOf(channels);
            fallbackAfter = fallbackAfter == null ? DEFAULT_FALLBACK : fallbackAfter;
            importance = importance == null ? Importance.NORMAL : importance;
            sender = sender == null || sender.changesNothing() ? null : sender;
        }

        /** From the brand's sender. */
        public Routing(List<Channel> channels, ChannelRule rule, Duration fallbackAfter, Importance importance) {
            this(channels, rule, fallbackAfter, importance, null);
        }

        public Routing(List<Channel> channels, ChannelRule rule) {
            this(channels, rule, DEFAULT_FALLBACK, Importance.NORMAL);
        }
    }

    /**
     * @param question what it asks, or null
     * @param wordings what it says to everyone, in the brand's language
     * @param others what it says in further languages and to variants, see {@link WordingSelection}
     */
    public record Content(@Nullable Question question, Map<Channel, Wording> wordings, List<LocalizedWording> others) {
        public Content {
            wordings = Map.copyOf(wordings);
            others = others == null ? List.of() : List.copyOf(others);
        }
    }

    public enum State {
        /** Being written. */
        DRAFT,
        /** Speaks to the team about real orders, see {@link TeamOccasion}. */
        TRIAL,
        /** Speaks to customers. */
        LIVE,
        /** Was live, and speaks no more. */
        PAUSED;

        /** True where it plans messages, to whomever. */
        public boolean isSpeaking() {
            return this == TRIAL || this == LIVE;
        }
    }

    public enum ChannelRule {
        ALL,
        FIRST_THAT_WORKS
    }

    /**
     * How often one order may get it: once, about the first parcel that reaches the stage; once, when some of the order
     * has reached it and some hasn't; once, when every piece of the order has (what it says of a parcel is then true of
     * the last one); once for each parcel; or for each occasion (a second day out for delivery is a second occasion).
     */
    public enum Per {
        ORDER,
        PART_OF_ORDER,
        WHOLE_ORDER,
        PARCEL,
        OCCASION
    }

    /** True where one order gets it at most once. */
    public boolean isOncePerOrder() {
        return timing.per() == Per.ORDER || timing.per() == Per.PART_OF_ORDER || timing.per() == Per.WHOLE_ORDER;
    }

    /** What its wordings are written for. */
    public WordingPurpose purpose() {
        return new WordingPurpose(timing.stage(), content.question(), isPage());
    }

    /** True for the texts of the tracking page, which stand where a notice's do and are never sent. */
    public boolean isPage() {
        return id.equals(PageDocument.ID);
    }

    /** True where it asks for more than an order's own document. */
    public boolean needsBackground() {
        return audience.needsBackground()
                || timing.series() != null && timing.series().needsBackground();
    }

    /** The same with its series as that is now. */
    public Notice withSeries(@Nullable Series series) {
        Timing t = timing;
        return new Notice(
                id,
                name,
                state,
                audience,
                new Timing(
                        series == null ? t.trigger : series.start(),
                        series,
                        t.after,
                        t.dayDelay,
                        t.window,
                        t.per,
                        t.ageLimit,
                        t.recall),
                routing,
                content,
                effects);
    }

    public Notice withState(State other) {
        return new Notice(id, name, other, audience, timing, routing, content, effects);
    }

    public Notice withId(String other) {
        return new Notice(other, name, state, audience, timing, routing, content, effects);
    }

    /** The same with other words. */
    public Notice withWordings(Map<Channel, Wording> base, List<LocalizedWording> more) {
        return new Notice(
                id, name, state, audience, timing, routing, new Content(content.question(), base, more), effects);
    }
}
