package upbeat.herald.core.audience.kind;

import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;
import upbeat.herald.core.timing.CustomerClock;

/** Kinds that ask on which day something was, on the customer's calendar. */
abstract class DaysKind extends RangeKind<LocalDate> {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    abstract @Nullable Instant momentOf(OrderFacts facts);

    @Override
    public ValueEntry entry() {
        return ValueEntry.DAYS;
    }

    @Override
    @Nullable LocalDate valueOf(OrderFacts facts) {
        Instant at = momentOf(facts);
        return at == null
                ? null
                : LocalDate.ofInstant(at, CustomerClock.of(facts.order()).likely());
    }

    @Override
    LocalDate parseEnd(String text) {
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            throw new HeraldException(null, "Enter a day like 2026-11-24");
        }
    }

    static String day(LocalDate day) {
        return DAY.format(day);
    }
}
