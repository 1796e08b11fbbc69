package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import tools.jackson.databind.JsonNode;
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
                                    new CustomerClock(
                                            List.of(ZoneId.of(v.path("zone").asString())))))
                            .contains(Instant.parse(v.path("sendAtUtc").asString()));
                }));
    }

    @Test
    void overMidnightAndAllDay() {
        SendWindow night = new SendWindow(LocalTime.of(20, 0), LocalTime.of(6, 0));
        assertThat(opens(night, LocalTime.of(23, 0))).isTrue();
        assertThat(opens(night, LocalTime.NOON)).isFalse();
        assertThat(opens(new SendWindow(LocalTime.NOON, LocalTime.NOON), LocalTime.MIDNIGHT))
                .isTrue();
    }

    private static boolean opens(SendWindow window, LocalTime time) {
        return window.isOpen(LocalDate.of(2026, 11, 24).atTime(time), PublicHolidays.NONE);
    }

    /**
     * Source: send-windows.json, two implementations written apart that agree on every value, with windows by day of
     * the week and without public holidays.
     */
    @TestFactory
    Stream<DynamicTest> openOnEveryClock() {
        return Checks.list("send-windows.json", "windows")
                .map(v -> DynamicTest.dynamicTest(v.path("why").asString(), () -> {
                    SendWindow window = new SendWindow(
                            LocalTime.parse(v.path("window").path("from").asString()),
                            LocalTime.parse(v.path("window").path("to").asString()),
                            days(v.path("window").path("days")),
                            v.path("window").hasNonNull("skipHolidays"));
                    String[] calendar =
                            v.path("window").path("skipHolidays").asString("").split("-");
                    PublicHolidays holidays = PublicHolidays.of(
                            calendar[0].isEmpty() ? null : calendar[0], calendar.length > 1 ? calendar[1] : null);
                    List<ZoneId> zones = new ArrayList<>();
                    v.path("zones").forEach(z -> zones.add(ZoneId.of(z.asString())));
                    List<Optional<Instant>> accepted = new ArrayList<>();
                    accepted.add(
                            v.hasNonNull("sendAtUtc") && !v.path("farAway").asBoolean(false)
                                    ? Optional.of(
                                            Instant.parse(v.path("sendAtUtc").asString()))
                                    : Optional.empty());
                    v.path("alsoAccept").forEach(a -> accepted.add(Optional.of(Instant.parse(a.asString()))));
                    assertThat(window.nextAllowed(
                                    Instant.parse(v.path("wantedUtc").asString()), new CustomerClock(zones), holidays))
                            .isIn(accepted);
                }));
    }

    /** A window that opens at 02:30 in the night when 02:00 to 03:00 comes twice opens the first time, and again. */
    @Test
    void opensInTheHourThatAutumnRepeats() {
        CustomerClock berlin = new CustomerClock(List.of(ZoneId.of("Europe/Berlin")));
        SendWindow window = new SendWindow(LocalTime.of(2, 30), LocalTime.of(20, 0));
        assertThat(window.nextAllowed(Instant.parse("2026-10-25T00:10:00Z"), berlin))
                .contains(Instant.parse("2026-10-25T00:30:00Z"));
        assertThat(window.nextAllowed(Instant.parse("2026-10-25T01:10:00Z"), berlin))
                .as("02:10 for the second time")
                .contains(Instant.parse("2026-10-25T01:30:00Z"));
    }

    /** What is found is open, and no minute before it is: random windows, zones and moments. */
    @Test
    void isTheFirstMinuteOpenEverywhere() {
        Random random = new Random(20261126);
        List<ZoneId> zones = Stream.of(
                        "Europe/Berlin",
                        "America/New_York",
                        "America/Los_Angeles",
                        "Australia/Lord_Howe",
                        "Asia/Kathmandu",
                        "Africa/Cairo",
                        "Pacific/Chatham")
                .map(ZoneId::of)
                .toList();
        for (int i = 0; i < 2000; i++) {
            SendWindow window = new SendWindow(
                    LocalTime.of(random.nextInt(24), 15 * random.nextInt(4)),
                    LocalTime.of(random.nextInt(24), 15 * random.nextInt(4)));
            CustomerClock clock = new CustomerClock(
                    List.of(zones.get(random.nextInt(zones.size())), zones.get(random.nextInt(zones.size()))));
            Instant wanted = Instant.parse("2026-01-01T00:00:00Z").plusSeconds(60L * random.nextInt(500_000));
            Instant found = window.nextAllowed(wanted, clock).orElse(null);
            Instant limit = found == null ? wanted.plus(SendWindow.LONGEST_WAIT) : found;
            for (Instant at = wanted; at.isBefore(limit); at = at.plusSeconds(900))
                assertThat(isOpen(window, clock, at))
                        .as("%s %s %s", window, clock, at)
                        .isFalse();
            if (found != null) assertThat(isOpen(window, clock, found)).isTrue();
        }
    }

    private static Set<DayOfWeek> days(JsonNode days) {
        return days.isArray()
                ? java.util.stream.IntStream.range(0, days.size())
                        .mapToObj(i -> days.get(i).asString())
                        .map(name -> Stream.of(DayOfWeek.values())
                                .filter(d -> d.name().startsWith(name))
                                .findFirst()
                                .orElseThrow())
                        .collect(java.util.stream.Collectors.toSet())
                : Set.of();
    }

    /** Fridays only, and both Fridays around the turn of the year are holidays. */
    @Test
    void waitsForTheFirstFridayThatIsNoHoliday() {
        SendWindow fridays = new SendWindow(LocalTime.of(9, 0), LocalTime.of(17, 0), Set.of(DayOfWeek.FRIDAY), true);
        CustomerClock berlin = new CustomerClock(List.of(ZoneId.of("Europe/Berlin")));
        assertThat(fridays.nextAllowed(Instant.parse("2026-12-18T17:00:00Z"), berlin, PublicHolidays.of("DE", null)))
                .contains(Instant.parse("2027-01-08T08:00:00Z"));
        SendWindow wholeFridays =
                new SendWindow(LocalTime.of(9, 0), LocalTime.of(9, 0), Set.of(DayOfWeek.FRIDAY), false);
        assertThat(wholeFridays.nextAllowed(Instant.parse("2026-11-24T12:00:00Z"), berlin))
                .contains(Instant.parse("2026-11-26T23:00:00Z"));
    }

    private static boolean isOpen(SendWindow window, CustomerClock clock, Instant at) {
        return clock.possible().stream()
                .allMatch(zone -> window.isOpen(LocalDateTime.ofInstant(at, zone), PublicHolidays.NONE));
    }
}
