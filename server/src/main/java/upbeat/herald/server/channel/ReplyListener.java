package upbeat.herald.server.channel;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;

/** Called with what customers answer over a channel. */
public interface ReplyListener {
    /**
     * A button of a message was pressed.
     *
     * @param reference the message's name at the gateway
     * @return false where no message has this name yet; the network should tell it again later
     */
    default boolean buttonPressed(Channel channel, String reference, String buttonId) {
        return true;
    }

    /** A customer wrote something. */
    default void textReceived(IncomingText text) {}

    /**
     * What a customer wrote.
     *
     * @param from the address it came from, in the channel's own notation
     * @param reference the gateway's name for it, or null where it gives none
     * @param isPart true where it can't be read alone and is for a person: a part of something longer, or from somebody
     *     who may not be who they say
     * @param answered id of the message it answers, or null where that isn't known
     */
    record IncomingText(
            Channel channel,
            String from,
            String text,
            @Nullable String reference,
            boolean isPart,
            @Nullable String answered) {
        /** Of a channel that doesn't say which message is answered. */
        public IncomingText(Channel channel, String from, String text, @Nullable String reference, boolean isPart) {
            this(channel, from, text, reference, isPart, null);
        }
    }
}
