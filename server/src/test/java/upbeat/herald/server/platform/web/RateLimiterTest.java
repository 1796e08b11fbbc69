package upbeat.herald.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;

class RateLimiterTest {
    @Test
    void soManyCallsAndNoMore() {
        RateLimiter limiter = new RateLimiter(3, Duration.ofDays(1));
        for (int i = 0; i < 3; i++) assertThat(limiter.tryAcquire("192.0.2.1")).isTrue();
        assertThat(limiter.tryAcquire("192.0.2.1")).isFalse();
    }

    @Test
    void oneCallerTakesNothingFromAnother() {
        RateLimiter limiter = new RateLimiter(1, Duration.ofDays(1));
        assertThat(limiter.tryAcquire("192.0.2.1")).isTrue();
        assertThat(limiter.tryAcquire("192.0.2.2")).isTrue();
        assertThat(limiter.tryAcquire("192.0.2.1")).isFalse();
    }
}
