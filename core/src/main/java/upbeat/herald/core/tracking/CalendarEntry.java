package upbeat.herald.core.tracking;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.PageTexts;
import upbeat.herald.core.wording.template.FieldValues;

/**
 * The day on which a parcel is expected, as a calendar file (RFC 5545). Under the same UID and a higher SEQUENCE it
 * replaces the entry that was taken over before; once the parcel is there, or nobody knows its day any more, it takes
 * the entry back.
 *
 * @param uid the same for the parcel's whole life
 * @param sequence never smaller than in an earlier file
 * @param madeAt of this file
 * @param day the whole day; nobody looks busy on it
 * @param isCancelled true where the entry is taken back
 */
public record CalendarEntry(String uid, int sequence, Instant madeAt, LocalDate day, boolean isCancelled, Text text) {
    /** Of a line, without its end (RFC 5545, section 3.1). */
    private static final int LONGEST_LINE = 75;

    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss'Z'").withZone(ZoneOffset.UTC);

    /** @param url of the order's page, or null */
    public record Text(
            String summary, String description, @Nullable String url) {}

    /**
     * Of a parcel as it stands.
     *
     * @param host of the customers' pages, which makes the UID one of its own
     * @param reports how many were kept of the parcel: whatever moves the day comes with one
     */
    public static CalendarEntry of(
            TrackedParcel parcel, TrackedOrder order, String host, int reports, @Nullable String page) {
        PageTexts texts = PageTexts.load(TrackingPage.BUNDLE, order.clock().locale());
        LocalDate day = order.ended() == null ? Headline.expectedDay(parcel, order) : null;
        Instant there = TrackedOrder.firstAt(parcel, Stage.DELIVERED);
        LocalDate shown = day != null
                ? day
                : there != null ? order.clock().dayOf(there) : order.clock().today();
        return new CalendarEntry(
                "parcel-" + parcel.id() + "@" + host,
                reports,
                order.clock().now(),
                shown,
                day == null,
                new Text(
                        texts.plain("calendarEntry", order.brand().name()),
                        texts.plain("title", order.order().number()),
                        page));
    }

    /** The file, with lines as the standard wants them. */
    public String write() {
        StringBuilder file = new StringBuilder(500);
        line(file, "BEGIN:VCALENDAR");
        line(file, "VERSION:2.0");
        line(file, "PRODID:-//Upbeat Herald//Tracking//EN");
        line(file, "CALSCALE:GREGORIAN");
        line(file, "METHOD:" + (isCancelled ? "CANCEL" : "PUBLISH"));
        line(file, "BEGIN:VEVENT");
        line(file, "UID:" + uid);
        line(file, "DTSTAMP:" + STAMP.format(madeAt));
        line(file, "SEQUENCE:" + sequence);
        line(file, "DTSTART;VALUE=DATE:" + DateTimeFormatter.BASIC_ISO_DATE.format(day));
        line(file, "DTEND;VALUE=DATE:" + DateTimeFormatter.BASIC_ISO_DATE.format(day.plusDays(1)));
        line(file, "SUMMARY:" + escape(text.summary()));
        line(file, "DESCRIPTION:" + escape(text.description()));
        if (text.url() != null) line(file, "URL:" + text.url());
        line(file, "TRANSP:TRANSPARENT");
        line(file, "STATUS:" + (isCancelled ? "CANCELLED" : "TENTATIVE"));
        line(file, "END:VEVENT");
        line(file, "END:VCALENDAR");
        return file.toString();
    }

    /** Section 3.3.11. */
    private static String escape(String value) {
        String[] lines = value.split("\\R", -1);
        StringBuilder escaped = new StringBuilder();
        for (int i = 0; i < lines.length; i++) {
            String plain = FieldValues.oneLine(lines[i]);
            if (i > 0) escaped.append("\\n");
            if (plain != null)
                escaped.append(plain.replace("\\", "\\\\").replace(";", "\\;").replace(",", "\\,"));
        }
        return escaped.toString();
    }

    /** Folded between letters, never inside one. */
    private static void line(StringBuilder file, String content) {
        int octets = 0;
        for (int i = 0; i < content.length(); ) {
            int letter = content.codePointAt(i);
            String one = Character.toString(letter);
            int size = one.getBytes(StandardCharsets.UTF_8).length;
            if (octets + size > LONGEST_LINE) {
                file.append("\r\n ");
                octets = 1;
            }
            file.append(one);
            octets += size;
            i += one.length();
        }
        file.append("\r\n");
    }
}
