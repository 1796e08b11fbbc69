package upbeat.herald.server.channel;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;

/**
 * The gateways there are now, at most one for each channel. Another account in Setup puts another gateway in a
 * channel's place.
 */
public final class GatewayRegistry implements AutoCloseable {
    private volatile Map<Channel, Gateway> now = Map.of();

    public GatewayRegistry(Collection<Gateway> gateways) {
        replaceAll(gateways);
    }

    public List<Gateway> list() {
        return List.copyOf(now.values());
    }

    public Optional<Gateway> find(Channel channel) {
        return Optional.ofNullable(now.get(channel));
    }

    /** True where the channel's network knows a message by its id, so that a second hand-over can't double it. */
    public boolean isIdempotent(Channel channel) {
        return find(channel).map(Gateway::isIdempotent).orElse(false);
    }

    /** The dispatcher closes the ones that are gone, when they have nothing in hand any more. */
    synchronized void replaceAll(Collection<Gateway> gateways) {
        Map<Channel, Gateway> next = new TreeMap<>();
        new ArrayList<>(gateways).forEach(g -> next.put(g.channel(), g));
        now = Map.copyOf(next);
    }

    public synchronized void replace(Channel channel, @Nullable Gateway gateway) {
        Map<Channel, Gateway> next = new TreeMap<>();
        next.putAll(now);
        if (gateway == null) next.remove(channel);
        else next.put(channel, gateway);
        now = Map.copyOf(next);
    }

    public static void close(Gateway gateway) {
        if (!(gateway instanceof AutoCloseable open)) return;
        try {
            open.close();
        } catch (Exception e) {
            // It is not used any more; whether it says goodbye does not matter.
        }
    }

    @Override
    public void close() {
        now.values().forEach(GatewayRegistry::close);
    }
}
