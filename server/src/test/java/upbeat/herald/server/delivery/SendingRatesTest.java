package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import io.github.bucket4j.TimeMeter;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.AccountUse;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;

/**
 * Token buckets by a clock moved by hand. The worked case follows RFC 2697, section 3 in its simplest form (from
 * memory): a bucket of size B begins full, gains tokens at its rate up to B, and what finds a token conforms.
 */
class SendingRatesTest {
    private static final long MILLI = 1_000_000;

    private final Clock clock = new Clock();
    private final SendingRates rates = new SendingRates(clock);

    private static final class Clock implements TimeMeter {
        long nanos = 1_000_000_000L;

        @Override
        public long currentTimeNanos() {
            return nanos;
        }

        @Override
        public boolean isWallClockBased() {
            return false;
        }
    }

    private record Line() implements Gateway {
        @Override
        public Channel channel() {
            return EmailChannel.EMAIL;
        }

        @Override
        public int parallelism() {
            return 1;
        }

        @Override
        public boolean isIdempotent() {
            return false;
        }

        @Override
        public HandOver handOver(OutgoingMessage message) {
            throw new IllegalStateException("nothing is sent here");
        }

        @Override
        public ConnectionCheck checkConnection() {
            return new ConnectionCheck(true, "");
        }

        @Override
        public Optional<String> findOutage() {
            return Optional.empty();
        }
    }

    private static GatewayAccount account(@Nullable Integer perSecond, @Nullable Integer perMinuteAndReceiver) {
        return new GatewayAccount(
                "email", new AccountUse("", List.of(), 0, 100, perSecond, perMinuteAndReceiver), new Line());
    }

    @Test
    void aBucketBeginsFullAndGainsAtItsRate() {
        GatewayAccount ten = account(10, null); // holds two, gains one each 100 ms
        assertThat(rates.available(ten, 64)).isEqualTo(2);
        assertThat(rates.take(ten, "a.example")).isTrue();
        assertThat(rates.take(ten, "a.example")).isTrue();
        assertThat(rates.take(ten, "a.example")).isFalse();
        assertThat(rates.millisUntilFree(ten)).isBetween(99L, 101L);
        clock.nanos += 99 * MILLI;
        assertThat(rates.take(ten, "a.example")).isFalse();
        clock.nanos += MILLI;
        assertThat(rates.take(ten, "a.example")).isTrue();
        clock.nanos += 3_600_000 * MILLI;
        assertThat(rates.available(ten, 64))
                .as("a quiet hour saves up nothing more")
                .isEqualTo(2);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 5, 30, 400})
    void noSecondTakesMoreThanItsRateAndWhatTheBucketHolds(int perSecond) {
        GatewayAccount account = account(perSecond, null);
        SplittableRandom random = new SplittableRandom(perSecond);
        Deque<Long> taken = new ArrayDeque<>();
        long total = 0;
        long start = clock.nanos;
        while (clock.nanos - start < 20_000 * MILLI) {
            clock.nanos += random.nextLong(1, 20) * MILLI;
            while (rates.take(account, "a.example")) {
                taken.add(clock.nanos);
                total++;
            }
            while (!taken.isEmpty() && clock.nanos - taken.peek() >= 1_000 * MILLI) taken.poll();
            assertThat(taken.size()).isLessThanOrEqualTo(perSecond + Math.max(2, perSecond / 5));
        }
        assertThat(total)
                .as("and none is wasted")
                .isBetween(20L * perSecond - perSecond / 4, 20L * perSecond + perSecond + 2);
    }

    @Test
    void aReceiverThatHasEnoughKeepsNoOtherWaiting() {
        GatewayAccount account = account(null, 60); // holds six, gains one a second
        for (int i = 0; i < 6; i++)
            assertThat(rates.take(account, "big.example")).isTrue();
        assertThat(rates.take(account, "big.example")).isFalse();
        assertThat(rates.findFull(EmailChannel.EMAIL)).containsExactly("big.example");
        assertThat(rates.take(account, "small.example")).isTrue();
        clock.nanos += 1_000 * MILLI;
        assertThat(rates.findFull(EmailChannel.EMAIL)).isEmpty();
        assertThat(rates.take(account, "big.example")).isTrue();
        assertThat(rates.take(account, "big.example")).isFalse();
    }

    @Test
    void whatDidNotLeaveGivesItsPlaceBack() {
        GatewayAccount account = account(5, 10);
        assertThat(rates.take(account, "a.example")).isTrue();
        assertThat(rates.take(account, "a.example")).isTrue();
        assertThat(rates.take(account, "a.example")).isFalse();
        rates.giveBack(account, "a.example");
        assertThat(rates.take(account, "a.example")).isTrue();
    }

    @Test
    void aChangedRateHoldsAtOnce() {
        assertThat(rates.available(account(5, null), 64)).isEqualTo(2);
        assertThat(rates.available(account(500, null), 64)).isEqualTo(64);
        assertThat(rates.available(account(null, null), 64)).isEqualTo(64);
        assertThat(rates.millisUntilFree(account(null, null))).isZero();
    }
}
