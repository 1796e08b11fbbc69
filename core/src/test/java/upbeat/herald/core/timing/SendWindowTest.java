package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;

class SendWindowTest {
    /** Source: Python zoneinfo, a minute-by-minute scan; quiet hours there are the complement of our window. */
    @TestFactory
    Stream<DynamicTest> acrossChangesOfTheClock() {
        return Checks.list("quiet-hours.json", "nextAllowed")
                .map(v -> DynamicTest.dynamicTest(v.path("why").asString(), () -> {
                    SendWindow window = new SendWindow(
                            LocalTime.parse(v.path("quietTo").asString()),
                            LocalTime.parse(v.path("quietFrom").asString()));
                    assertThat(window.nextAllowed(
                                    Instant.parse(v.path("nowUtc").asString()),
                                    ZoneId.of(v.path("zone").asString())))
                            .isEqualTo(Instant.parse(v.path("sendAtUtc").asString()));
                }));
    }

    @Test
    void overMidnightAndAllDay() {
        SendWindow night = new SendWindow(LocalTime.of(20, 0), LocalTime.of(6, 0));
        assertThat(night.allows(LocalTime.of(23, 0))).isTrue();
        assertThat(night.allows(LocalTime.NOON)).isFalse();
        assertThat(new SendWindow(LocalTime.NOON, LocalTime.NOON).allows(LocalTime.MIDNIGHT))
                .isTrue();
    }

    @Test
    void everyCountryHasAZone() {
        Set<String> without = Set.of("BV", "HM"); // uninhabited
        for (String country : java.util.Locale.getISOCountries()) {
            if (!without.contains(country))
                assertThat(CustomerZone.zoneOf(country)).as(country).isNotEqualTo(java.time.ZoneOffset.UTC);
        }
        assertThat(CustomerZone.zoneOf("DE")).isEqualTo(ZoneId.of("Europe/Berlin"));
        assertThat(CustomerZone.zoneOf(null)).isEqualTo(java.time.ZoneOffset.UTC);
    }
}
