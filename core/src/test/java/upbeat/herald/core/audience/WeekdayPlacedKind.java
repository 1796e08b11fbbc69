package upbeat.herald.core.audience;

import java.time.DayOfWeek;
import java.time.ZoneOffset;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** A kind of condition that the product doesn't have. */
public final class WeekdayPlacedKind extends ConditionKind {
    @Override
    public String code() {
        return "weekday-placed";
    }

    @Override
    public String label() {
        return "Weekday placed";
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.CHOICES;
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        Set<DayOfWeek> days =
                condition.values().stream().map(DayOfWeek::valueOf).collect(Collectors.toSet());
        return facts -> days.contains(day(facts));
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "placed on " + list(condition.values(), "or");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        return "was placed on a " + day(facts);
    }

    private static DayOfWeek day(OrderFacts facts) {
        return facts.order().placedAt().atZone(ZoneOffset.UTC).getDayOfWeek();
    }
}
