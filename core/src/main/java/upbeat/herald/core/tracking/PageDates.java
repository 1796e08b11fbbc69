package upbeat.herald.core.tracking;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import upbeat.herald.core.wording.PageTexts;

/** Days and times as the page writes them, by the Unicode CLDR patterns of the language and region. */
public final class PageDates {
    private final PageTexts texts;
    private final TrackedOrder.Clock clock;

    /** In the clock's locale. */
    public PageDates(TrackedOrder.Clock clock) {
        this.texts = PageTexts.load(TrackingPage.BUNDLE, clock.locale());
        this.clock = clock;
    }

    /** "Thursday 26 November" (CLDR skeleton EEEEdMMMM). */
    public String weekday(LocalDate day) {
        return DateTimeFormatter.ofPattern(texts.plain("pattern.weekday"), texts.locale())
                .format(day);
    }

    /** "Thu 26 Nov" (CLDR skeleton EEEdMMM). */
    public String day(Instant at) {
        return DateTimeFormatter.ofPattern(texts.plain("pattern.day"), texts.locale())
                .format(clock.dayOf(at));
    }

    /** "Thu 26 Nov, 18:40", or "today, 18:40". */
    public String dayAndTime(Instant at) {
        ZonedDateTime local = at.atZone(clock.zone());
        String day = local.toLocalDate().equals(clock.today()) ? texts.plain("today") : day(at);
        String time = DateTimeFormatter.ofLocalizedTime(FormatStyle.SHORT)
                .withLocale(texts.locale())
                .format(local);
        return texts.plain("pattern.joined", day, time);
    }
}
