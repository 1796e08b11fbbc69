package upbeat.herald.core.notice;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingPurpose;

/**
 * One rule of the plan: who hears what, when, over which channel.
 *
 * @param stage the stage that sets it off
 * @param after time from reaching the stage to sending, zero or more
 * @param window hours on the customer's clock in which it may go out, or null for any hour
 * @param channels in the order they are asked
 * @param per how often one order may hear it
 * @param ageLimit an event older than this sends nothing, so that switching a notice on never sweeps up the past
 * @param question what it asks, or null
 * @param wordings what it says to everyone, in the brand's language
 * @param others what it says in further languages and to variants, see {@link WordingSelection}
 */
public record Notice(
        String id,
        String name,
        Stage stage,
        Duration after,
        SendWindow window,
        Audience audience,
        List<Channel> channels,
        ChannelRule rule,
        Per per,
        Duration ageLimit,
        State state,
        Question question,
        Map<Channel, Wording> wordings,
        List<LocalizedWording> others) {

    public static final Duration DEFAULT_AGE_LIMIT = Duration.ofHours(48);

    public Notice {
        channels = List.copyOf(channels);
        wordings = Map.copyOf(wordings);
        others = others == null ? List.of() : List.copyOf(others);
    }

    public Notice(
            String id,
            String name,
            Stage stage,
            Duration after,
            SendWindow window,
            Audience audience,
            List<Channel> channels,
            ChannelRule rule,
            Per per,
            Duration ageLimit,
            State state,
            Question question,
            Map<Channel, Wording> wordings) {
        this(
                id, name, stage, after, window, audience, channels, rule, per, ageLimit, state, question, wordings,
                List.of());
    }

    public enum State {
        LIVE,
        PAUSED
    }

    public enum ChannelRule {
        ALL,
        FIRST_THAT_WORKS
    }

    /** Once for each order, each parcel, or each occasion (a second day out for delivery is a second occasion). */
    public enum Per {
        ORDER,
        PARCEL,
        OCCASION
    }

    /** What its wordings are written for. */
    public WordingPurpose purpose() {
        return new WordingPurpose(stage, question);
    }

    public Notice withState(State other) {
        return new Notice(
                id, name, stage, after, window, audience, channels, rule, per, ageLimit, other, question, wordings,
                others);
    }

    public Notice withId(String other) {
        return new Notice(
                other, name, stage, after, window, audience, channels, rule, per, ageLimit, state, question, wordings,
                others);
    }

    /** The same with other words. */
    public Notice withWordings(Map<Channel, Wording> base, List<LocalizedWording> more) {
        return new Notice(
                id, name, stage, after, window, audience, channels, rule, per, ageLimit, state, question, base, more);
    }
}
