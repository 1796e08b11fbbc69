package upbeat.herald.server.people;

import java.time.Duration;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.web.RateLimiter;

/** How often somebody may try to get in. */
@Component
class SignInLimits {
    private static final int TRIES_A_MINUTE = 20;
    /** From any number of addresses, in ten minutes. */
    private static final int TRIES_AN_ACCOUNT = 40;

    private static final int RESETS_AN_HOUR = 3;

    private final RateLimiter byAddress = new RateLimiter(TRIES_A_MINUTE, Duration.ofMinutes(1));
    private final RateLimiter resets = new RateLimiter(RESETS_AN_HOUR, Duration.ofHours(1));
    private final RateLimiter byAccount = new RateLimiter(TRIES_AN_ACCOUNT, Duration.ofMinutes(10));

    boolean tryFrom(String address) {
        return byAddress.tryAcquire(address);
    }

    /** How often a link for a new password is mailed to one address. */
    boolean tryReset(String email) {
        return resets.tryAcquire(email.toLowerCase(Locale.ROOT));
    }

    boolean tryAccount(@Nullable String name) {
        return byAccount.tryAcquire(String.valueOf(name).toLowerCase(Locale.ROOT));
    }
}
