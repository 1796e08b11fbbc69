package upbeat.herald.core.timing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
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
                                    new CustomerClock(
                                            List.of(ZoneId.of(v.path("zone").asString())))))
                            .contains(Instant.parse(v.path("sendAtUtc").asString()));
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

    /**
     * Source: send-windows.json, two implementations written apart that agree on every value. Windows by day of the
     * week or holiday aren't there yet.
     */
    @TestFactory
    Stream<DynamicTest> openOnEveryClock() {
        return Checks.list("send-windows.json", "windows")
                .filter(v -> v.path("window").path("days").asString("").equals("all")
                        && !v.path("window").hasNonNull("skipHolidays"))
                .map(v -> DynamicTest.dynamicTest(v.path("why").asString(), () -> {
                    SendWindow window = new SendWindow(
                            LocalTime.parse(v.path("window").path("from").asString()),
                            LocalTime.parse(v.path("window").path("to").asString()));
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
                                    Instant.parse(v.path("wantedUtc").asString()), new CustomerClock(zones)))
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

    private static boolean isOpen(SendWindow window, CustomerClock clock, Instant at) {
        return clock.possible().stream().allMatch(zone -> window.allows(LocalTime.ofInstant(at, zone)));
    }
}
