package upbeat.herald.core.audience;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/** Conditions in words, around the word "orders". */
final class ConditionPhrases {
    private ConditionPhrases() {}

    static String join(List<Condition> conditions, Match match) {
        return joinBy(conditions, match, Condition::phrase);
    }

    static String join(List<Condition> conditions, Match match, ConditionNames names) {
        return joinBy(conditions, match, c -> c.phrase(names));
    }

    private static String joinBy(List<Condition> conditions, Match match, Function<Condition, String> phrase) {
        if (conditions.isEmpty()) return "orders";
        if (match == Match.NONE) return "orders except " + joinBy(conditions, Match.ANY, phrase);
        if (match == Match.ANY && conditions.size() > 1)
            return ConditionKind.list(eachWithNoun(conditions, phrase), "or");
        List<String> before = new ArrayList<>();
        List<String> behind = new ArrayList<>();
        for (Condition c : conditions) (isAdjective(c) ? before : behind).add(phrase.apply(c));
        String noun = before.isEmpty() ? "orders" : String.join(" ", before) + " orders";
        return behind.isEmpty() ? noun : noun + " " + String.join(", ", behind);
    }

    private static List<String> eachWithNoun(List<Condition> conditions, Function<Condition, String> phrase) {
        return conditions.stream()
                .map(c -> isAdjective(c) ? phrase.apply(c) + " orders" : "orders " + phrase.apply(c))
                .toList();
    }

    private static boolean isAdjective(Condition condition) {
        return condition.fault().isEmpty()
                && condition.type().filter(ConditionKind::isAdjective).isPresent();
    }
}
