package upbeat.herald.core.audience.kind;

import java.util.function.Function;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.OrderFacts;

/**
 * Kinds that compare one value of the order with a range; both ends are inside it, and either may be left out.
 *
 * @param <T> what is compared
 */
abstract class RangeKind<T extends Comparable<? super T>> extends ConditionKind {
    /** @param from, to null for an end that was left out */
    record Range<T extends Comparable<? super T>>(
            @Nullable T from, @Nullable T to) {
        boolean contains(T value) {
            return (from == null || value.compareTo(from) >= 0) && (to == null || value.compareTo(to) <= 0);
        }

        boolean isApartFrom(Range<T> other) {
            return isBefore(to, other.from) || isBefore(other.to, from);
        }

        private boolean isBefore(@Nullable T end, @Nullable T start) {
            return end != null && start != null && end.compareTo(start) < 0;
        }

        /** In words, by those for each form. */
        String describe(Function<T, String> words, String least, String most, String between) {
            if (from == null) return most.formatted(words.apply(java.util.Objects.requireNonNull(to)));
            if (to == null) return least.formatted(words.apply(from));
            return between.formatted(words.apply(from), words.apply(to));
        }
    }

    /** @throws HeraldException where it isn't one */
    abstract T parseEnd(String text);

    /** The order's value, or null. */
    abstract @Nullable T valueOf(OrderFacts facts);

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        Range<T> range = rangeOf(condition);
        return facts -> {
            T value = valueOf(facts);
            return value != null && range.contains(value);
        };
    }

    final Range<T> rangeOf(Condition condition) {
        String from = endOf(condition.from());
        String to = endOf(condition.to());
        if (from == null && to == null)
            throw new HeraldException(null, "Enter where it begins, where it ends, or both");
        Range<T> range = new Range<>(from == null ? null : parseEnd(from), to == null ? null : parseEnd(to));
        if (range.from() != null && range.to() != null && range.from().compareTo(range.to()) > 0)
            throw new HeraldException(null, "It ends before it begins");
        return range;
    }

    @Override
    protected boolean excludes(Condition one, Condition other) {
        return rangeOf(one).isApartFrom(rangeOf(other));
    }
}
