package upbeat.herald.core.audience.kind;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;

/** Kinds that compare texts of the order with patterns: one of its texts has to match one of them. */
abstract class PatternKind extends ConditionKind {
    abstract Stream<String> textsOf(OrderFacts facts);

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
        return facts -> textsOf(facts).anyMatch(text -> matchesAny(patterns, normalize(text)));
    }

    private static boolean matchesAny(List<String> patterns, String text) {
        for (String pattern : patterns) if (Glob.matches(pattern, text)) return true;
        return false;
    }

    /** The first text of the order that the condition matches. */
    final Optional<String> findMatch(Condition condition, OrderFacts facts) {
        List<String> patterns = condition.values().stream().map(this::pattern).toList();
        return textsOf(facts)
                .filter(text -> matchesAny(patterns, normalize(text)))
                .findFirst();
    }

    /** The patterns in a sentence: {@code "KITE-*" or "REEL-1"}. */
    final String quote(Condition condition) {
        return list(
                condition.values().stream().map(v -> "\"" + v.strip() + "\"").toList(), "or");
    }
}
