package upbeat.herald.server.notice;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.timing.DayDelay;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.server.notice.NoticeBody.DaysBody;
import upbeat.herald.server.notice.NoticeBody.WindowBody;
import upbeat.herald.server.platform.web.ValidationException;

/** Windows and delays by day, in words of the API. */
final class TimingDocument {
    private TimingDocument() {}

    static @Nullable WindowBody describe(@Nullable SendWindow window) {
        return window == null
                ? null
                : new WindowBody(
                        window.from().toString(),
                        window.to().toString(),
                        window.days().stream()
                                .sorted()
                                .map(TimingDocument::word)
                                .toList(),
                        window.skipHolidays());
    }

    static @Nullable DaysBody describe(@Nullable DayDelay delay) {
        return delay == null
                ? null
                : new DaysBody(
                        delay.days(),
                        delay.working(),
                        delay.at() == null ? null : delay.at().toString());
    }

    static @Nullable SendWindow parse(@Nullable WindowBody body, ValidationException errors) {
        if (body == null) return null;
        LocalTime from = parseTime("window", body.from(), errors);
        LocalTime to = parseTime("window", body.to(), errors);
        Set<DayOfWeek> days = new HashSet<>();
        List<String> words = body.days() == null ? List.of() : new ArrayList<>(body.days());
        for (String day : words) {
            try {
                days.add(DayOfWeek.valueOf(String.valueOf(day).toUpperCase(Locale.ROOT)));
            } catch (IllegalArgumentException e) {
                errors.add("window", "\"" + day + "\" isn't a day of the week");
            }
        }
        if (from == null || to == null) return null;
        if (from.equals(to) && !from.equals(LocalTime.MIDNIGHT))
            errors.add(
                    "window",
                    "The hours begin and end at the same time, so nothing could be sent. For the whole day, choose any time");
        return new SendWindow(from, to, days, Boolean.TRUE.equals(body.skipHolidays()));
    }

    static @Nullable DayDelay parse(@Nullable DaysBody body, ValidationException errors) {
        if (body == null) return null;
        if (body.count() < 0 || body.count() > DayDelay.MOST_DAYS)
            errors.add("days", "Enter 0 to " + DayDelay.MOST_DAYS + " days");
        LocalTime at = body.at() == null ? null : parseTime("days", body.at(), errors);
        DayDelay delay = new DayDelay(body.count(), Boolean.TRUE.equals(body.working()), at);
        return delay.days() == 0 && !delay.working() && at == null ? null : delay;
    }

    private static @Nullable LocalTime parseTime(String field, @Nullable String text, ValidationException errors) {
        try {
            if (text != null) return LocalTime.parse(text);
        } catch (DateTimeParseException e) {
            // said below
        }
        errors.add(field, field.equals("window") ? "Enter opening hours like 08:00" : "Enter a time of day like 10:00");
        return null;
    }

    private static String word(DayOfWeek day) {
        return day.name().toLowerCase(Locale.ROOT);
    }
}
