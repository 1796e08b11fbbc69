package upbeat.herald.server.channel;

import java.util.Optional;
import upbeat.herald.core.wording.Channel;

/** The way to one channel's network. */
public interface Gateway {
    Channel channel();

    /** How many messages may be handed over side by side. */
    int parallelism();

    /** True where the network knows a message by its id, so that handing it over again can't double it. */
    boolean isIdempotent();

    HandOver handOver(OutgoingMessage message);

    /** Opens a line, logs in and says what the other side answered. */
    ConnectionCheck checkConnection();

    /**
     * Keeps a line open where replies come over it, also while nothing is sent. Asked for often; a gateway that is away
     * is called now and then only, and nobody is told of it.
     */
    default void listen() {}

    /** Why the gateway can't be reached now, or empty where it can. */
    Optional<String> findOutage();
}
