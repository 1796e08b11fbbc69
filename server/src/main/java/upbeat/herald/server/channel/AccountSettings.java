package upbeat.herald.server.channel;

import java.net.URI;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.platform.persistence.Json;

/**
 * The settings of an account at a gateway, in the names that its channel gives them.
 *
 * @param account what may be shown
 * @param secrets passwords and tokens, by name; never shown
 */
public record AccountSettings(Map<String, Object> account, Map<String, String> secrets) {
    public AccountSettings {
        account = withoutNulls(account);
        secrets = withoutNulls(secrets);
    }

    /** Splits a channel's own settings, given as a record, into what may be shown and what may not. */
    public static AccountSettings of(Object account, Map<String, String> secrets) {
        return new AccountSettings(Json.toMap(account), secrets);
    }

    /** What decides where the secrets go and in whose name. */
    private static final Set<String> PLACE = Set.of("host", "port", "user", "url", "tls");

    /** True where this account is at the same server, for the same user: a secret of the one fits the other. */
    public boolean isAtSamePlaceAs(AccountSettings other) {
        return PLACE.stream().allMatch(key -> String.valueOf(account.getOrDefault(key, ""))
                .equals(String.valueOf(other.account.getOrDefault(key, ""))));
    }

    /** The host that it connects to, or null where it names none. */
    public @Nullable String host() {
        Object host = account.get("host");
        if (host != null) return host.toString();
        try {
            return account.get("url") == null
                    ? null
                    : URI.create(account.get("url").toString()).getHost();
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    /** The same, with secrets of before where none are given. */
    public AccountSettings withFallbackSecrets(Map<String, String> before) {
        Map<String, String> merged = new HashMap<>(before);
        secrets.forEach((name, secret) -> {
            if (!secret.isEmpty()) merged.put(name, secret);
        });
        return new AccountSettings(account, merged);
    }

    /** The account as a record of the channel's own; values that are not in the map keep the record's defaults. */
    public <T> T read(Class<T> type) {
        return Json.convert(account, type);
    }

    /** @return empty text where there is none */
    public String secret(String name) {
        return secrets.getOrDefault(name, "");
    }

    private static <V> Map<String, V> withoutNulls(@Nullable Map<String, V> map) {
        Map<String, V> present = new HashMap<>();
        if (map != null)
            map.forEach((key, value) -> {
                if (value != null) present.put(key, value);
            });
        return Map.copyOf(present);
    }

    @Override
    public String toString() {
        return "AccountSettings[...]"; // secrets never get into a log
    }
}
