package upbeat.herald.server.channel;

/**
 * What a channel shows beside a message before it is sent: what it takes and costs, or the parts it is made of. The
 * channel's own folder of the browser reads it; nothing else looks into it.
 */
public interface ChannelPreview {}
