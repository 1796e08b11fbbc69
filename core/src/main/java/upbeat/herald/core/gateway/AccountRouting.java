package upbeat.herald.core.gateway;

import java.util.Set;

/**
 * What one of a channel's accounts is for.
 *
 * @param id of the account
 * @param position 0 for the first; where one fails, the one with the next position takes over
 * @param countries ISO 3166-1 alpha-2 of the destinations it is for; empty for all that no other account names
 * @param share of the customers it takes first, set against the shares of the others for the same destination; 0 to
 *     100, where 0 means only when the others fail
 */
public record AccountRouting(String id, int position, Set<String> countries, int share) {
    public static final int MOST_SHARE = 100;

    public AccountRouting {
        countries = Set.copyOf(countries);
        if (share < 0 || share > MOST_SHARE) throw new IllegalArgumentException("share " + share);
    }

    boolean isGeneral() {
        return countries.isEmpty();
    }
}
