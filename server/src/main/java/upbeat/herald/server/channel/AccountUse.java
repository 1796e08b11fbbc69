package upbeat.herald.server.channel;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.gateway.AccountRouting;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * What an account is used for and how fast, the same for every channel. It stands among the account's settings.
 *
 * @param name where a channel has several accounts, what this one is called
 * @param countries ISO 3166-1 alpha-2 of the destinations it is for; empty for all others
 * @param position among the channel's accounts, 0 for the first
 * @param share of the customers that it takes first, in per cent of all shares for a destination
 * @param perSecond messages at most, or null for as many as it takes
 * @param perMinuteAndReceiver messages to one receiving domain at most, or null for any number
 */
public record AccountUse(
        String name,
        List<String> countries,
        Integer position,
        Integer share,
        @Nullable Integer perSecond,
        @Nullable Integer perMinuteAndReceiver) {
    private static final int LONGEST_NAME = 60;
    private static final int MOST_PER_SECOND = 10_000;
    private static final int MOST_PER_MINUTE = 100_000;
    public static final int MOST_ACCOUNTS = 20;

    public AccountUse {
        name = Texts.orEmpty(name).strip();
        countries = countries == null ? List.of() : List.copyOf(countries);
        position = position == null ? Integer.valueOf(0) : position;
        share = share == null ? Integer.valueOf(AccountRouting.MOST_SHARE) : share;
    }

    public static AccountUse of(AccountSettings settings) {
        return settings.read(AccountUse.class);
    }

    public AccountRouting toRouting(String id) {
        return new AccountRouting(id, position, Set.copyOf(countries), share);
    }

    public static void validate(Map<String, Object> account, ValidationException errors) {
        AccountUse use = Json.convert(account, AccountUse.class);
        errors.check(use.name.length() <= LONGEST_NAME, "account.name", "At most " + LONGEST_NAME + " characters");
        errors.check(
                new HashSet<>(Countries.CODES).containsAll(use.countries),
                "account.countries",
                "Choose the countries from the list");
        errors.check(
                use.share >= 0 && use.share <= AccountRouting.MOST_SHARE,
                "account.share",
                "A share is a number from 0 to " + AccountRouting.MOST_SHARE);
        errors.check(
                use.position >= 0 && use.position < MOST_ACCOUNTS,
                "account.position",
                "A position is a number from 0 to " + (MOST_ACCOUNTS - 1));
        errors.check(
                isWithin(use.perSecond, MOST_PER_SECOND),
                "account.perSecond",
                "Enter 1 to " + MOST_PER_SECOND + " messages a second, or leave it empty");
        errors.check(
                isWithin(use.perMinuteAndReceiver, MOST_PER_MINUTE),
                "account.perMinuteAndReceiver",
                "Enter 1 to " + MOST_PER_MINUTE + " messages a minute, or leave it empty");
    }

    private static boolean isWithin(@Nullable Integer rate, int most) {
        return rate == null || rate >= 1 && rate <= most;
    }
}
