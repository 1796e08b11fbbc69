package upbeat.herald.core.audience;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Conditions joined in one way. One without conditions holds for every order. */
public record Group(Match match, List<Condition> conditions) {
    public Group {
        match = match == null ? Match.ALL : match;
        conditions = conditions == null ? List.of() : List.copyOf(conditions);
    }

    boolean fits(OrderFacts facts) {
        if (conditions.isEmpty()) return true;
        for (Condition c : conditions) {
            boolean fits = c.fits(facts);
            if (match == Match.ALL && !fits) return false;
            if (match == Match.ANY && fits) return true;
            if (match == Match.NONE && fits) return false;
        }
        return match != Match.ANY;
    }

    /** Why an order is outside, in a sentence; null where it fits. */
    @Nullable String whyNot(OrderFacts facts) {
        if (fits(facts)) return null;
        return switch (match) {
            case ALL ->
                first(facts, false)
                        .map(c -> is(c, facts) + ". The notice is only for "
                                + ConditionPhrases.join(List.of(c), Match.ALL))
                        .orElse(null);
            case ANY ->
                conditions.size() == 1
                        ? is(conditions.get(0), facts) + ". The notice is only for "
                                + ConditionPhrases.join(conditions, match)
                        : "The notice is only for " + ConditionPhrases.join(conditions, match)
                                + "; this order isn't one of them";
            case NONE ->
                first(facts, true)
                        .map(c ->
                                is(c, facts) + ". The notice isn't for " + ConditionPhrases.join(List.of(c), Match.ALL))
                        .orElse(null);
        };
    }

    /** Why an order that doesn't meet a condition is outside. */
    static String whyNot(Condition missed, OrderFacts facts) {
        return is(missed, facts) + ". The notice is only for " + missed.only();
    }

    private Optional<Condition> first(OrderFacts facts, boolean fits) {
        return conditions.stream().filter(c -> c.fits(facts) == fits).findFirst();
    }

    private static String is(Condition condition, OrderFacts facts) {
        return "This order "
                + condition.type().map(k -> k.describe(condition, facts)).orElse("can't be compared");
    }

    /** Two conditions that no order can meet together; empty where there are none. */
    List<Condition> findContradiction() {
        if (match != Match.ALL) return List.of();
        for (int i = 0; i < conditions.size(); i++)
            for (int j = i + 1; j < conditions.size(); j++)
                if (isContradiction(conditions.get(i), conditions.get(j)))
                    return List.of(conditions.get(i), conditions.get(j));
        return List.of();
    }

    static boolean isContradiction(Condition one, Condition other) {
        return one.kind().equals(other.kind())
                && one.fault().isEmpty()
                && other.fault().isEmpty()
                && one.type().filter(k -> k.excludes(one, other)).isPresent();
    }
}
