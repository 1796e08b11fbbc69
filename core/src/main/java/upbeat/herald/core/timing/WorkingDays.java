package upbeat.herald.core.timing;

import de.focus_shift.jollyday.core.HolidayCalendar;
import de.focus_shift.jollyday.core.HolidayManager;
import de.focus_shift.jollyday.core.ManagerParameters;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Counting by working days: Monday to Friday without the public holidays of the whole country. In a country whose
 * holidays nobody knows, Monday to Friday.
 */
public final class WorkingDays {
    private static final Map<String, Optional<HolidayManager>> MANAGERS = new ConcurrentHashMap<>();

    private WorkingDays() {}

    /**
     * The day that is {@code days} working days after {@code start}, which itself is not counted. @param country ISO
     * 3166-1 alpha-2, or null; {@code days} 0 or more; 0 gives the start
     */
    public static LocalDate addWorkingDays(LocalDate start, int days, @Nullable String country) {
        return addWorkingDays(start, days, country, null);
    }

    /** @param region of the country whose own holidays count too, as ISO 3166-2 writes it after the hyphen, or null */
    static LocalDate addWorkingDays(LocalDate start, int days, @Nullable String country, @Nullable String region) {
        LocalDate day = start;
        for (int left = days; left > 0; ) {
            day = day.plusDays(1);
            if (isWorkingDay(day, country, region)) left--;
        }
        return day;
    }

    private static boolean isWorkingDay(LocalDate day, @Nullable String country, @Nullable String region) {
        if (day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY) return false;
        if (country == null) return true;
        Optional<HolidayManager> manager =
                MANAGERS.computeIfAbsent(country.toLowerCase(Locale.ROOT), WorkingDays::manager);
        return manager.map(m -> region == null ? !m.isHoliday(day) : !m.isHoliday(day, region))
                .orElse(true);
    }

    private static Optional<HolidayManager> manager(String country) {
        for (HolidayCalendar calendar : HolidayCalendar.values()) {
            if (calendar.getId().equalsIgnoreCase(country))
                return Optional.of(HolidayManager.getInstance(ManagerParameters.create(calendar)));
        }
        return Optional.empty();
    }
}
