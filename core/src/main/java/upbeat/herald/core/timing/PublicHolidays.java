package upbeat.herald.core.timing;

import de.focus_shift.jollyday.core.CalendarHierarchy;
import de.focus_shift.jollyday.core.HolidayCalendar;
import de.focus_shift.jollyday.core.HolidayManager;
import de.focus_shift.jollyday.core.HolidayType;
import de.focus_shift.jollyday.core.ManagerParameters;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;

/**
 * The public holidays of a country, with those of a region of it where that is known. A country whose holidays nobody
 * knows has none; a region nobody knows keeps its country's.
 *
 * @param country ISO 3166-1 alpha-2, or null for none
 * @param region the part of its ISO 3166-2 code after the hyphen, lower case, or null
 */
public record PublicHolidays(
        @Nullable String country, @Nullable String region) {
    public static final PublicHolidays NONE = new PublicHolidays(null, null);

    private static final Map<String, Optional<HolidayManager>> MANAGERS = new ConcurrentHashMap<>();
    private static final Map<PublicHolidays, PublicHolidays> KNOWN = new ConcurrentHashMap<>();
    /** More combinations than there are regions: then somebody's regions are made up. */
    private static final int MOST_KNOWN = 10_000;

    /** Those where an order goes. */
    public static PublicHolidays of(Order order) {
        return order.shipTo() == null
                ? NONE
                : of(order.shipTo().country(), order.shipTo().region());
    }

    /** @param region as a shop writes it: with or without its country, or a name, which says nothing */
    public static PublicHolidays of(@Nullable String country, @Nullable String region) {
        PublicHolidays asked = new PublicHolidays(country, region);
        PublicHolidays known = KNOWN.get(asked);
        if (known != null) return known;
        PublicHolidays found = find(country, region);
        if (KNOWN.size() < MOST_KNOWN) KNOWN.put(asked, found);
        return found;
    }

    private static PublicHolidays find(@Nullable String country, @Nullable String region) {
        if (country == null || managerOf(country).isEmpty()) return NONE;
        if (region == null) return new PublicHolidays(country, null);
        String prefix = country.toLowerCase(Locale.ROOT) + "-";
        String plain = region.strip().toLowerCase(Locale.ROOT);
        String code = plain.startsWith(prefix) ? plain.substring(prefix.length()) : plain;
        CalendarHierarchy whole = managerOf(country).orElseThrow().getCalendarHierarchy();
        return new PublicHolidays(country, whole.getChildren().containsKey(code) ? code : null);
    }

    public boolean isHoliday(LocalDate day) {
        if (country == null) return false;
        HolidayManager manager = managerOf(country).orElseThrow();
        return region == null
                ? manager.isHoliday(day, HolidayType.PUBLIC_HOLIDAY)
                : manager.isHoliday(day, HolidayType.PUBLIC_HOLIDAY, region);
    }

    /** Monday to Friday, and no public holiday. */
    public boolean isWorkingDay(LocalDate day) {
        return day.getDayOfWeek() != DayOfWeek.SATURDAY && day.getDayOfWeek() != DayOfWeek.SUNDAY && !isHoliday(day);
    }

    /**
     * The day that is {@code days} working days after {@code start}, which itself is not counted. @param days 0 or
     * more; 0 gives the start
     */
    public LocalDate addWorkingDays(LocalDate start, int days) {
        LocalDate day = start;
        for (int left = days; left > 0; ) {
            day = day.plusDays(1);
            if (isWorkingDay(day)) left--;
        }
        return day;
    }

    private static Optional<HolidayManager> managerOf(String country) {
        return MANAGERS.computeIfAbsent(country.toLowerCase(Locale.ROOT), PublicHolidays::createManager);
    }

    private static Optional<HolidayManager> createManager(String country) {
        for (HolidayCalendar calendar : HolidayCalendar.values())
            if (calendar.getId().equalsIgnoreCase(country)) return Optional.of(createManager(calendar));
        return Optional.empty();
    }

    /** The library finds its parts by the thread's class loader, which in some pools knows nothing of them. */
    private static HolidayManager createManager(HolidayCalendar calendar) {
        Thread thread = Thread.currentThread();
        ClassLoader before = thread.getContextClassLoader();
        thread.setContextClassLoader(PublicHolidays.class.getClassLoader());
        try {
            return HolidayManager.getInstance(ManagerParameters.create(calendar));
        } finally {
            thread.setContextClassLoader(before);
        }
    }
}
