package upbeat.herald.server.dispatch;

import java.util.Optional;
import upbeat.herald.core.plan.Channel;

/** The way to one channel's network. */
public interface Gateway {
    Channel channel();

    /** How many messages may be handed over side by side. */
    int lanes();

    /** True where the network knows a message by its id, so that handing it over again can't double it. */
    boolean knowsIds();

    HandOver handOver(Outgoing message);

    /** Opens a line, logs in and says what the other side answered. */
    Accounts.Connection connect();

    /** Why the gateway can't be reached now, or empty where it can. */
    Optional<String> away();
}
