package upbeat.herald.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.Property;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Stage;

/** Calendar files (RFC 5545), each read back by ical4j, which shares no code with what writes them. */
class CalendarEntryTest {
    private static final Instant MADE = Instant.parse("2026-11-24T09:14:00Z");

    private static CalendarEntry entry(String summary, String description) {
        return new CalendarEntry(
                "parcel-1042@shop.example",
                3,
                MADE,
                LocalDate.parse("2026-11-26"),
                false,
                new CalendarEntry.Text(summary, description, "https://shop.example/o/abc"));
    }

    private static Calendar read(String file) throws Exception {
        return new CalendarBuilder().build(new StringReader(file));
    }

    private static String value(Calendar calendar, String property) {
        return calendar.<VEvent>getComponent(Component.VEVENT)
                .orElseThrow()
                .<Property>getProperty(property)
                .orElseThrow()
                .getValue();
    }

    /** Those of a whole day in ics.json, whose values three libraries agree on: ours says the same in other lines. */
    static Stream<JsonNode> wholeDays() {
        return Checks.list("ics.json", "cases")
                .filter(c -> c.path("valid").asBoolean() && c.path("expect").has("firstDay"));
    }

    @ParameterizedTest
    @MethodSource("wholeDays")
    void saysWhatTheReferenceFilesSay(JsonNode wanted) throws Exception {
        JsonNode expect = wanted.path("expect");
        boolean isCancelled = expect.path("status").asString("").equals("CANCELLED");
        Calendar theirs = read(wanted.path("ics").asString());
        Calendar ours = read(new CalendarEntry(
                        expect.path("uid").asString(),
                        expect.path("sequence").asInt(),
                        MADE,
                        LocalDate.parse(expect.path("firstDay").asString()),
                        isCancelled,
                        new CalendarEntry.Text(
                                expect.path("summary").asString(),
                                expect.path("description").asString("x"),
                                null))
                .write());
        for (String property : List.of(Property.UID, Property.SUMMARY, Property.DTSTART))
            assertThat(value(ours, property)).as(property).isEqualTo(value(theirs, property));
        assertThat(value(ours, Property.SUMMARY))
                .isEqualTo(expect.path("summary").asString());
        assertThat(value(ours, Property.SEQUENCE))
                .isEqualTo(expect.path("sequence").asString());
        assertThat(value(ours, Property.DTEND))
                .isEqualTo(LocalDate.parse(expect.path("lastDay").asString())
                        .plusDays(1)
                        .toString()
                        .replace("-", ""));
        if (expect.has("description"))
            assertThat(value(ours, Property.DESCRIPTION))
                    .isEqualTo(expect.path("description").asString());
        if (isCancelled) {
            assertThat(value(ours, Property.STATUS)).isEqualTo("CANCELLED");
            assertThat(ours.<Property>getProperty(Property.METHOD).orElseThrow().getValue())
                    .isEqualTo("CANCEL");
        }
    }

    /** Whatever is in a name: lines of 75 octets at most, cut between letters, and the same text when read back. */
    @Test
    void everyNameComesBackAndNoLineIsTooLong() throws Exception {
        SplittableRandom random = new SplittableRandom(5545);
        String[] pieces = {"a", "ü", "谢", "📦", ";", ",", "\\", "\"", ":", " x", "\\n", "é", "=", "ß"};
        for (int i = 0; i < 500; i++) {
            StringBuilder name = new StringBuilder("K");
            int length = random.nextInt(120);
            for (int p = 0; p < length; p++) name.append(pieces[random.nextInt(pieces.length)]);
            String file = entry(name.toString(), "two\nlines").write();
            assertThat(file).endsWith("\r\n").doesNotContain("\n\n");
            for (String line : file.split("\r\n")) {
                assertThat(line.getBytes(StandardCharsets.UTF_8)).hasSizeLessThanOrEqualTo(75);
                assertThat(line).doesNotContain("\n").doesNotContain("\r").isNotEmpty();
                assertThat(Character.isLowSurrogate(line.charAt(0))).isFalse();
            }
            Calendar read = read(file);
            assertThat(value(read, Property.SUMMARY)).isEqualTo(name.toString());
            assertThat(value(read, Property.DESCRIPTION)).isEqualTo("two\nlines");
            read.validate();
        }
    }

    @Test
    void aNameBreaksOutOfNoLine() {
        String file = entry("Kite\r\nEND:VEVENT\r\nBEGIN:VALARM", "x").write();
        assertThat(file.split("\r\n"))
                .filteredOn(l -> l.startsWith("END:VEVENT"))
                .hasSize(1);
        assertThat(file.split("\r\n")).noneMatch(l -> l.startsWith("BEGIN:VALARM"));
    }

    /** The day moves with the parcel, under one UID and a sequence that grows; once it's there the entry goes. */
    @Test
    void followsItsParcel() throws Exception {
        TrackedParcel gone = TrackedSamples.parcel("dispatched 2026-11-23T10:00:00Z");
        TrackedOrder order = TrackedSamples.tracked(TrackedSamples.german(), null, gone);
        CalendarEntry first = CalendarEntry.of(gone, order, "shop.example", 1, "https://shop.example/o/abc");
        assertThat(first.day()).isEqualTo(LocalDate.parse("2026-11-26"));
        assertThat(first.isCancelled()).isFalse();
        assertThat(first.text().summary()).isEqualTo("Paket von " + Samples.BRAND.name());
        TrackedParcel announced = new TrackedParcel(
                gone.id(),
                gone.parcel(),
                gone.carrier(),
                gone.stage(),
                gone.visits(),
                gone.scans(),
                LocalDate.parse("2026-11-30"));
        CalendarEntry moved = CalendarEntry.of(announced, order, "shop.example", 2, null);
        assertThat(moved.day()).isEqualTo(LocalDate.parse("2026-11-30"));
        assertThat(moved.uid()).isEqualTo(first.uid()).isEqualTo("parcel-1@shop.example");
        assertThat(moved.sequence()).isGreaterThan(first.sequence());
        TrackedParcel there =
                TrackedSamples.parcel("dispatched 2026-11-23T10:00:00Z", "delivered 2026-11-24T10:00:00Z");
        CalendarEntry done = CalendarEntry.of(there, order, "shop.example", 3, null);
        assertThat(done.isCancelled()).isTrue();
        assertThat(done.day()).isEqualTo(LocalDate.parse("2026-11-24"));
        TrackedOrder cancelled = TrackedSamples.tracked(TrackedSamples.german(), Stage.CANCELLED, gone);
        assertThat(CalendarEntry.of(gone, cancelled, "shop.example", 1, null).isCancelled())
                .isTrue();
        read(done.write()).validate();
    }
}
