package upbeat.herald.server.channel;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;

/** What messages cost. */
@FunctionalInterface
public interface PriceList {
    /**
     * @param segments units that the network charges for
     * @param country of the customer's number, ISO 3166-1 alpha-2, or null where nobody knows
     * @return empty where the channel costs nothing
     */
    Optional<Price> findPrice(Channel channel, int segments, @Nullable String country);
}
