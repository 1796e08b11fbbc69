package upbeat.herald.server.delivery;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import io.github.bucket4j.TimeMeter;
import java.time.Duration;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.GatewayAccount;

/**
 * How fast an account may be used: so many messages a second in all, so many a minute to one receiving domain. Each is
 * a token bucket that holds a part of its rate at the most, so that what was saved up in a quiet hour doesn't leave at
 * once. Goes by the machine's clock, as the gateways do.
 */
@Component
class SendingRates {
    /** Of a rate, how much may leave at once. */
    private static final int PART_OF_SECOND = 5;

    private static final int PART_OF_MINUTE = 10;
    /** With one place only, what comes while nobody looks would be lost. */
    private static final int LEAST = 2;

    private static final int MOST_RECEIVERS = 50_000;

    private final TimeMeter time;
    private final Map<String, RatedBucket> accounts = new ConcurrentHashMap<>();
    private final Cache<String, RatedBucket> receivers;
    private final Map<Receiver, Long> full = new ConcurrentHashMap<>();

    @Autowired
    SendingRates() {
        this(TimeMeter.SYSTEM_NANOTIME);
    }

    SendingRates(TimeMeter time) {
        this.time = time;
        this.receivers = Caffeine.newBuilder()
                .maximumSize(MOST_RECEIVERS)
                .expireAfterAccess(Duration.ofMinutes(10))
                .build();
    }

    private record Receiver(Channel channel, String name) {}

    /** With the rate it was made for, so that a changed one makes another. */
    private record RatedBucket(int rate, Bucket bucket) {}

    /** How many messages the account takes now, at most {@code most}. */
    int available(GatewayAccount account, int most) {
        Integer rate = account.use().perSecond();
        return rate == null ? most : (int) Math.min(most, bucket(account, rate).getAvailableTokens());
    }

    /** How long until the account takes another message; 0 where it does now. */
    long millisUntilFree(GatewayAccount account) {
        Integer rate = account.use().perSecond();
        if (rate == null) return 0;
        long nanos = bucket(account, rate).estimateAbilityToConsume(1).getNanosToWaitForRefill();
        return TimeUnit.NANOSECONDS.toMillis(nanos) + (nanos > 0 ? 1 : 0);
    }

    /**
     * Takes the place of one message.
     *
     * @param receiver the domain it goes to, or another kind of address as a whole
     * @return false where the account or the receiver gets nothing more now
     */
    boolean take(GatewayAccount account, String receiver) {
        Integer perSecond = account.use().perSecond();
        if (perSecond != null && bucket(account, perSecond).getAvailableTokens() < 1) return false;
        Integer perMinute = account.use().perMinuteAndReceiver();
        if (perMinute != null && !receiver.isEmpty() && !takeOf(account, receiver, perMinute)) return false;
        return perSecond == null || bucket(account, perSecond).tryConsume(1);
    }

    /** Gives back what was taken for a message that didn't leave. */
    void giveBack(GatewayAccount account, String receiver) {
        Integer perSecond = account.use().perSecond();
        if (perSecond != null) bucket(account, perSecond).addTokens(1);
        Integer perMinute = account.use().perMinuteAndReceiver();
        if (perMinute != null && !receiver.isEmpty())
            receiverBucket(account, receiver, perMinute).addTokens(1);
    }

    private boolean takeOf(GatewayAccount account, String receiver, int perMinute) {
        ConsumptionProbe probe = receiverBucket(account, receiver, perMinute).tryConsumeAndReturnRemaining(1);
        if (probe.isConsumed()) return true;
        full.put(new Receiver(account.channel(), receiver), time.currentTimeNanos() + probe.getNanosToWaitForRefill());
        return false;
    }

    /** The receivers of a channel that get nothing now. */
    Set<String> findFull(Channel channel) {
        long now = time.currentTimeNanos();
        full.values().removeIf(until -> until - now <= 0);
        return full.keySet().stream()
                .filter(r -> r.channel().equals(channel))
                .map(Receiver::name)
                .collect(Collectors.toSet());
    }

    private Bucket bucket(GatewayAccount account, int perSecond) {
        return accounts.compute(
                        account.id(),
                        (id, known) -> known != null && known.rate() == perSecond
                                ? known
                                : new RatedBucket(perSecond, create(perSecond, PART_OF_SECOND, Duration.ofSeconds(1))))
                .bucket();
    }

    private Bucket receiverBucket(GatewayAccount account, String receiver, int perMinute) {
        return receivers
                .asMap()
                .compute(
                        account.id() + " " + receiver,
                        (id, known) -> known != null && known.rate() == perMinute
                                ? known
                                : new RatedBucket(perMinute, create(perMinute, PART_OF_MINUTE, Duration.ofMinutes(1))))
                .bucket();
    }

    private Bucket create(int rate, int part, Duration period) {
        return Bucket.builder()
                .withCustomTimePrecision(time)
                .addLimit(l -> l.capacity(Math.max(LEAST, rate / part)).refillGreedy(rate, period))
                .build();
    }
}
