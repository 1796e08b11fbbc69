package upbeat.herald.core.gateway;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.zip.CRC32;
import org.jspecify.annotations.Nullable;

/**
 * In which order a message tries the accounts of its channel: those for its country before those for all, among them
 * one by their shares first, and then the others by position. A customer always falls to the same account, so that an
 * SMS comes from where the last one came from.
 */
public final class AccountChoice {
    private static final Comparator<AccountRouting> BY_POSITION =
            Comparator.comparingInt(AccountRouting::position).thenComparing(AccountRouting::id);

    private AccountChoice() {}

    /**
     * @param country of the destination, ISO 3166-1 alpha-2, or null where nobody knows
     * @param customer what tells one customer from another, such as their address
     * @return ids of the accounts, the first to try first; empty where none is for this country
     */
    public static List<String> order(List<AccountRouting> accounts, @Nullable String country, String customer) {
        List<AccountRouting> own = accounts.stream()
                .filter(a -> country != null && a.countries().contains(country))
                .toList();
        List<AccountRouting> general =
                accounts.stream().filter(AccountRouting::isGeneral).toList();
        List<AccountRouting> order = new ArrayList<>(byShare(own, customer));
        order.addAll(byShare(general, customer));
        return order.stream().map(AccountRouting::id).toList();
    }

    private static List<AccountRouting> byShare(List<AccountRouting> accounts, String customer) {
        List<AccountRouting> sorted =
                new ArrayList<>(accounts.stream().sorted(BY_POSITION).toList());
        int all = sorted.stream().mapToInt(AccountRouting::share).sum();
        if (all == 0) return sorted;
        long drawn = hash(customer) % all;
        for (AccountRouting account : sorted) {
            drawn -= account.share();
            if (drawn < 0) {
                sorted.remove(account);
                sorted.add(0, account);
                return sorted;
            }
        }
        throw new IllegalStateException("the shares add up to less than " + all);
    }

    private static long hash(String customer) {
        CRC32 crc = new CRC32();
        crc.update(customer.getBytes(StandardCharsets.UTF_8));
        return crc.getValue();
    }
}
