package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
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
                    LocalDate from = LocalDate.ofInstant(
                            Instant.parse(v.path("fromUtc").asString()),
                            ZoneId.of(v.path("zone").asString()));
                    assertThat(holidays(v.path("calendarOf").asString())
                                    .addWorkingDays(from, v.path("workingDays").asInt()))
                            .isEqualTo(LocalDate.parse(v.path("date").asString()));
                }));
    }

    /** Days by the calendar keep the time of day over a change of the clocks. */
    @TestFactory
    Stream<DynamicTest> daysKeepTheTimeOfDay() {
        return Checks.list("delays.json", "durations")
                .filter(v -> v.path("delay").asString().matches("P\\d+D"))
                .map(v -> DynamicTest.dynamicTest(v.path("why").asString(), () -> {
                    int days = Integer.parseInt(v.path("delay").asString().replaceAll("\\D", ""));
                    assertThat(apply(v, new DayDelay(days, false, null)))
                            .isEqualTo(Instant.parse(v.path("calendar").asString()));
                }));
    }

    @TestFactory
    Stream<DynamicTest> workingDaysKeepTheTimeOfDay() {
        return Checks.list("delays.json", "workingDays")
                .map(v -> DynamicTest.dynamicTest(v.path("why").asString(), () -> assertThat(
                                apply(v, new DayDelay(v.path("workingDays").asInt(), true, null)))
                        .isEqualTo(Instant.parse(v.path("sameTimeUtc").asString()))));
    }

    @TestFactory
    Stream<DynamicTest> daysAtATimeOfDay() {
        return Checks.list("delays.json", "daysAtTime")
                .map(v -> DynamicTest.dynamicTest(v.path("why").asString(), () -> assertThat(
                                apply(v, new DayDelay(v.path("daysAfter").asInt(), false, at(v))))
                        .isEqualTo(Instant.parse(v.path("expectUtc").asString()))));
    }

    /** Sources: delays.json and send-windows.json, each two implementations written apart. */
    @TestFactory
    Stream<DynamicTest> theNextTimeOfDayOnAWorkingDay() {
        return Stream.concat(
                        Checks.list("delays.json", "nextWorkingDayAt"),
                        Checks.list("send-windows.json", "nextWorkingDay"))
                .map(v -> DynamicTest.dynamicTest(
                        v.path("why").asString(), () -> assertThat(apply(v, new DayDelay(0, true, at(v))))
                                .isEqualTo(Instant.parse(
                                        v.hasNonNull("expectUtc")
                                                ? v.path("expectUtc").asString()
                                                : v.path("sendAtUtc").asString()))));
    }

    @Test
    void theNextTenOClock() {
        DayDelay ten = new DayDelay(0, false, LocalTime.of(10, 0));
        ZoneId lisbon = ZoneId.of("Europe/Lisbon");
        assertThat(ten.apply(Instant.parse("2026-11-24T09:00:00Z"), lisbon, PublicHolidays.NONE))
                .isEqualTo("2026-11-24T10:00:00Z");
        assertThat(ten.apply(Instant.parse("2026-11-24T10:00:00Z"), lisbon, PublicHolidays.NONE))
                .isEqualTo("2026-11-24T10:00:00Z");
        assertThat(ten.apply(Instant.parse("2026-11-24T10:00:01Z"), lisbon, PublicHolidays.NONE))
                .isEqualTo("2026-11-25T10:00:00Z");
        // 02:30 isn't shown in this night; an hour is skipped.
        assertThat(new DayDelay(1, false, LocalTime.of(2, 30))
                        .apply(Instant.parse("2026-03-28T10:00:00Z"), ZoneId.of("Europe/Berlin"), PublicHolidays.NONE))
                .isEqualTo("2026-03-29T01:30:00Z");
        // Without a time, on a working day, it is at once; on a Saturday it is Monday at the same time.
        DayDelay working = new DayDelay(0, true, null);
        assertThat(working.apply(Instant.parse("2026-11-27T15:00:00Z"), lisbon, PublicHolidays.NONE))
                .isEqualTo("2026-11-27T15:00:00Z");
        assertThat(working.apply(Instant.parse("2026-11-28T15:00:00Z"), lisbon, PublicHolidays.NONE))
                .isEqualTo("2026-11-30T15:00:00Z");
    }

    private static Instant apply(JsonNode v, DayDelay delay) {
        String calendar = v.hasNonNull("calendarOf")
                ? v.path("calendarOf").asString()
                : v.path("workingDaysOf").asString("");
        String from = v.hasNonNull("fromUtc")
                ? v.path("fromUtc").asString()
                : v.path("wantedUtc").asString();
        return delay.apply(Instant.parse(from), ZoneId.of(v.path("zone").asString()), holidays(calendar));
    }

    private static LocalTime at(JsonNode v) {
        return LocalTime.parse(v.path("at").asString());
    }

    private static PublicHolidays holidays(String calendar) {
        String[] parts = calendar.split("-");
        return PublicHolidays.of(parts[0].isEmpty() ? null : parts[0], parts.length > 1 ? parts[1] : null);
    }
}
