package upbeat.herald.server.channel;

import upbeat.herald.core.wording.Channel;

/** Called with what customers answer over a channel. */
public interface ReplyListener {
    /**
     * A button of a message was pressed.
     *
     * @param reference the message's name at the gateway
     * @return false where no message has this name yet; the network should tell it again later
     */
    boolean buttonPressed(Channel channel, String reference, String buttonId);
}
