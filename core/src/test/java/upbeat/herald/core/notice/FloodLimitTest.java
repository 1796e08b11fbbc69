package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;

class FloodLimitTest {
    private static long slot(String at) {
        return FloodLimit.slotOf(Instant.parse(at));
    }

    @Test
    void neverLessThanTheFloorAndNeverMoreThanSoManyTimes() {
        FloodLimit limit = new FloodLimit(500, 3);
        assertThat(limit.most(0)).isEqualTo(500);
        assertThat(limit.most(166)).isEqualTo(500);
        assertThat(limit.most(167)).isEqualTo(501);
        assertThat(limit.most(Integer.MAX_VALUE)).isEqualTo(Integer.MAX_VALUE);
    }

    @Test
    void tenMinutesBelongToAnHourOfTheWeek() {
        assertThat(slot("2026-11-24T12:09:59Z")).isEqualTo(slot("2026-11-24T12:00:00Z"));
        assertThat(slot("2026-11-24T12:10:00Z")).isEqualTo(slot("2026-11-24T12:00:00Z") + 1);
        assertThat(FloodLimit.isSameHour(slot("2026-11-24T12:59:00Z"), slot("2026-11-24T12:00:00Z")))
                .isTrue();
        assertThat(FloodLimit.isSameHour(slot("2026-11-24T12:00:00Z"), slot("2026-11-17T12:50:00Z")))
                .isTrue();
        assertThat(FloodLimit.isSameHour(slot("2026-11-24T12:00:00Z"), slot("2026-11-25T12:00:00Z")))
                .isFalse();
        assertThat(FloodLimit.isSameHour(slot("2026-11-24T13:00:00Z"), slot("2026-11-24T12:59:59Z")))
                .isFalse();
        // Before 1970 and across it, too.
        assertThat(FloodLimit.isSameHour(slot("1969-12-25T00:00:00Z"), slot("1970-01-01T00:30:00Z")))
                .isTrue();
    }
}
