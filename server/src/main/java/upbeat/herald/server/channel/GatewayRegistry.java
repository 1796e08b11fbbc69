package upbeat.herald.server.channel;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.gateway.AccountChoice;
import upbeat.herald.core.gateway.AccountRouting;
import upbeat.herald.core.wording.Channel;

/**
 * The accounts in use now, each with its gateway; a channel may have several. Another account in Setup puts another
 * gateway in its place.
 */
public final class GatewayRegistry implements AutoCloseable {
    private static final Comparator<GatewayAccount> BY_POSITION = Comparator.comparing(
                    (GatewayAccount a) -> a.channel())
            .thenComparing(a -> a.use().position())
            .thenComparing(GatewayAccount::id);

    private volatile List<GatewayAccount> now = List.of();

    public GatewayRegistry(Collection<GatewayAccount> accounts) {
        now = accounts.stream().sorted(BY_POSITION).toList();
    }

    /** One account for each of these gateways, for all countries and as fast as it goes. */
    public static GatewayRegistry of(Collection<? extends Gateway> gateways) {
        return new GatewayRegistry(gateways.stream()
                .map(g -> new GatewayAccount(
                        g.channel().code(), new AccountUse("", List.of(), 0, AccountRouting.MOST_SHARE, null, null), g))
                .toList());
    }

    public List<GatewayAccount> list() {
        return now;
    }

    /** The channel's accounts by position. */
    public List<GatewayAccount> list(Channel channel) {
        return now.stream().filter(a -> a.channel().equals(channel)).toList();
    }

    /** The gateway of the channel's first account. */
    public Optional<Gateway> find(Channel channel) {
        return list(channel).stream().findFirst().map(GatewayAccount::gateway);
    }

    /**
     * In which order a message tries the channel's accounts.
     *
     * @param country of the destination, ISO 3166-1 alpha-2, or null
     * @param customer what tells one customer from another
     */
    public static List<GatewayAccount> order(List<GatewayAccount> accounts, @Nullable String country, String customer) {
        if (accounts.size() == 1 && accounts.get(0).use().countries().isEmpty()) return accounts;
        List<AccountRouting> routings =
                accounts.stream().map(GatewayAccount::routing).toList();
        return AccountChoice.order(routings, country, customer).stream()
                .map(id -> accounts.stream().filter(a -> a.id().equals(id)).findFirst())
                .flatMap(Optional::stream)
                .toList();
    }

    /** True where the channel's networks know a message by its id, so that a second hand-over can't double it. */
    public boolean isIdempotent(Channel channel) {
        List<GatewayAccount> accounts = list(channel);
        return !accounts.isEmpty()
                && accounts.stream().allMatch(a -> a.gateway().isIdempotent());
    }

    /** The dispatcher closes the ones that are gone, when they have nothing in hand any more. */
    public synchronized void replace(String id, @Nullable GatewayAccount account) {
        List<GatewayAccount> next = new ArrayList<>(now);
        next.removeIf(a -> a.id().equals(id));
        if (account != null) next.add(account);
        now = next.stream().sorted(BY_POSITION).toList();
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
        now.forEach(a -> close(a.gateway()));
    }
}
