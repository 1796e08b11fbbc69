package upbeat.herald.core.audience;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;

/**
 * What a condition can be about. The classes are found by {@link ServiceLoader}, so that a further kind is a further
 * class and nothing else. Conditions of a kind are made ready by {@link #compile}, which also judges what was entered.
 */
public abstract class ConditionKind {
    /** How many values one condition may hold. */
    public static final int MOST_VALUES = 300;
    /** How long one of them may be. */
    public static final int LONGEST_VALUE = 100;

    private static final class Registry {
        static final List<ConditionKind> ALL =
                ServiceLoader.load(ConditionKind.class, ConditionKind.class.getClassLoader()).stream()
                        .map(ServiceLoader.Provider::get)
                        .toList();
        static final Map<String, ConditionKind> BY_CODE =
                ALL.stream().collect(Collectors.toUnmodifiableMap(ConditionKind::code, k -> k));
    }

    /** One value that can be chosen. */
    public record ValueChoice(String value, String label) {}

    /** Every kind, in the order in which screens list them. */
    public static List<ConditionKind> all() {
        return Registry.ALL;
    }

    public static Optional<ConditionKind> fromCode(String code) {
        return Optional.ofNullable(Registry.BY_CODE.get(code));
    }

    /** Lower case letters and hyphens, stable: used in the API and the database. */
    public abstract String code();

    /** What a list of kinds calls it: "Country". */
    public abstract String label();

    public abstract ValueEntry entry();

    /** The values that can be chosen, where they are the same everywhere; empty where they are rows of this team. */
    public List<ValueChoice> choices() {
        return List.of();
    }

    /** True where it asks for more than the order's own document, which then has to be looked up. */
    public boolean needsBackground() {
        return false;
    }

    /** Makes a condition ready. @throws HeraldException saying what is wrong with what was entered */
    protected abstract Predicate<OrderFacts> compile(Condition condition);

    /** The condition behind the word "orders": "to Austria and Germany". */
    protected abstract String phrase(Condition condition, ConditionNames names);

    /** True where the phrase stands before the word: "cash-on-delivery orders". */
    protected boolean isAdjective() {
        return false;
    }

    /** What is so with an order, behind the words "this order": "goes to Sweden". */
    protected abstract String describe(Condition condition, OrderFacts facts);

    /** Whether no order can meet both, though each can be met. Asked only of two that an order has to meet together. */
    protected boolean excludes(Condition one, Condition other) {
        return false;
    }

    /** @throws HeraldException where nothing was chosen, or too much */
    protected static List<String> requireValues(Condition condition, String message) {
        List<String> values = condition.values();
        if (values.isEmpty() || values.stream().anyMatch(String::isBlank)) throw new HeraldException(null, message);
        if (values.size() > MOST_VALUES)
            throw new HeraldException(null, "Choose " + MOST_VALUES + " values at the most");
        if (values.stream().anyMatch(v -> v.length() > LONGEST_VALUE))
            throw new HeraldException(null, "Enter values of up to " + LONGEST_VALUE + " characters");
        return values;
    }

    /** "A, B and C". @param last the word before the last one */
    protected static String list(List<String> words, String last) {
        if (words.size() == 1) return words.get(0);
        return String.join(", ", words.subList(0, words.size() - 1)) + " " + last + " " + words.get(words.size() - 1);
    }

    /** An end of a range that was left out is null. */
    protected static @Nullable String endOf(@Nullable String end) {
        return end == null || end.isBlank() ? null : end.strip();
    }
}
