package upbeat.herald.core.audience.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import upbeat.herald.core.Glob;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;

/** Kinds that compare texts of the order with patterns: one of its texts has to match one of them. */
abstract class PatternKind extends ConditionKind {
    /** True where one of the order's texts passes. Asked with every event, so it walks and makes nothing. */
    abstract boolean anyText(OrderFacts facts, Predicate<String> test);

    /** A pattern or a text as it is compared. */
    String normalize(String text) {
        return text.strip();
    }

    /** What was typed, as a pattern. */
    String pattern(String typed) {
        return normalize(typed);
    }

    @Override
    public ValueEntry entry() {
        return ValueEntry.PATTERNS;
    }

    @Override
    protected Predicate<OrderFacts> compile(Condition condition) {
        List<String> patterns = requireValues(condition, "Enter at least one, such as KITE-*").stream()
                .map(this::pattern)
                .toList();
        Predicate<String> matches = text -> matchesAny(patterns, normalize(text));
        return facts -> anyText(facts, matches);
    }

    private static boolean matchesAny(List<String> patterns, String text) {
        for (String pattern : patterns) if (Glob.matches(pattern, text)) return true;
        return false;
    }

    /** The first text of the order that the condition matches. */
    final Optional<String> findMatch(Condition condition, OrderFacts facts) {
        List<String> patterns = condition.values().stream().map(this::pattern).toList();
        return findFirst(facts, text -> matchesAny(patterns, normalize(text)));
    }

    final Optional<String> findFirst(OrderFacts facts, Predicate<String> test) {
        List<String> found = new ArrayList<>(1);
        anyText(facts, text -> test.test(text) && found.add(text));
        return found.stream().findFirst();
    }

    /** The patterns in a sentence: {@code "KITE-*" or "REEL-1"}. */
    final String quote(Condition condition) {
        return list(
                condition.values().stream().map(v -> "\"" + v.strip() + "\"").toList(), "or");
    }
}
