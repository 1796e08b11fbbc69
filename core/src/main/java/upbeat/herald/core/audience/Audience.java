package upbeat.herald.core.audience;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Whom a notice is for: conditions, and groups of conditions, joined in one way. Without any of them it is for
 * everyone.
 *
 * @param conditions never left out of a document: who is misread must not become everyone
 * @param groups joined with the conditions as if each were one of them; an empty group says nothing
 */
public record Audience(
        Match match, @JsonProperty(required = true) List<Condition> conditions, List<Group> groups) {
    public static final Audience EVERYONE = new Audience(Match.ALL, List.of(), List.of());
    /** How many conditions it may have in all. */
    public static final int MOST_CONDITIONS = 40;

    public Audience {
        match = match == null ? Match.ALL : match;
        conditions = conditions == null ? List.of() : List.copyOf(conditions);
        groups = groups == null ? List.of() : List.copyOf(groups);
    }

    /** Everyone for whom all of these hold. */
    public static Audience all(Condition... conditions) {
        return new Audience(Match.ALL, List.of(conditions), List.of());
    }

    @JsonIgnore
    public boolean isEveryone() {
        return listConditions().isEmpty();
    }

    /** All conditions, those of groups after the others. */
    public List<Condition> listConditions() {
        if (groups.isEmpty()) return conditions;
        return Stream.concat(conditions.stream(), groups.stream().flatMap(g -> g.conditions().stream()))
                .toList();
    }

    /** False where a condition leaves out all orders of a shop, whatever else there is. */
    public boolean canBeFromShop(String shop) {
        if (leavesOut(match, conditions, shop)) return false;
        return match != Match.ALL || groups.stream().noneMatch(g -> leavesOut(g.match(), g.conditions(), shop));
    }

    private static boolean leavesOut(Match match, List<Condition> conditions, String shop) {
        return conditions.stream()
                .filter(c -> c.kind().equals("shop"))
                .anyMatch(c -> match == Match.ALL && !c.values().contains(shop)
                        || match == Match.NONE && c.values().contains(shop));
    }

    public boolean fits(OrderFacts facts) {
        boolean anyPart = false;
        for (Condition c : conditions) {
            boolean fits = c.fits(facts);
            if (decides(fits)) return match == Match.ANY;
            anyPart = true;
        }
        for (Group g : groups) {
            if (g.conditions().isEmpty()) continue;
            if (decides(g.fits(facts))) return match == Match.ANY;
            anyPart = true;
        }
        return !anyPart || match != Match.ANY;
    }

    private boolean decides(boolean fits) {
        return match == Match.ALL ? !fits : fits;
    }

    /** Why an order is outside, in a sentence; empty where the notice is for it. */
    public Optional<String> whyNot(OrderFacts facts) {
        if (match == Match.ALL && groups.isEmpty()) {
            // Nearly every audience: one walk tells both.
            for (Condition c : conditions) if (!c.fits(facts)) return Optional.of(Group.whyNot(c, facts));
            return Optional.empty();
        }
        if (fits(facts)) return Optional.empty();
        boolean hasGroups = groups.stream().anyMatch(g -> !g.conditions().isEmpty());
        if (match == Match.ANY && hasGroups)
            return Optional.of(
                    "The notice is only for " + describe(ConditionNames.KEYS) + "; this order isn't one of them");
        String why = conditions.isEmpty() ? null : new Group(match, conditions).whyNot(facts);
        if (why != null) return Optional.of(why);
        return groups.stream()
                .filter(g -> !g.conditions().isEmpty() && g.fits(facts) == (match == Match.NONE))
                .findFirst()
                .map(g -> match == Match.NONE
                        ? "The notice isn't for " + ConditionPhrases.join(g.conditions(), g.match())
                        : Objects.requireNonNull(g.whyNot(facts)));
    }

    /** In words: "cash-on-delivery orders to Austria and Germany", or "everyone". */
    public String describe(ConditionNames names) {
        if (isEveryone()) return "everyone";
        List<Group> inner =
                groups.stream().filter(g -> !g.conditions().isEmpty()).toList();
        if (inner.isEmpty()) return ConditionPhrases.join(conditions, match, names);
        if (match == Match.ALL) return describeNarrowed(inner, names);
        List<String> parts = new ArrayList<>();
        if (!conditions.isEmpty()) parts.add(ConditionPhrases.join(conditions, Match.ANY, names));
        inner.forEach(g -> parts.add(ConditionPhrases.join(g.conditions(), g.match(), names)));
        return (match == Match.NONE ? "orders except " : "") + String.join(", or ", parts);
    }

    private String describeNarrowed(List<Group> inner, ConditionNames names) {
        if (conditions.isEmpty() && inner.size() == 1)
            return ConditionPhrases.join(inner.get(0).conditions(), inner.get(0).match(), names);
        StringBuilder words = new StringBuilder(ConditionPhrases.join(conditions, match, names));
        for (Group g : inner)
            if (g.match() == Match.NONE)
                words.append(", except ").append(ConditionPhrases.join(g.conditions(), Match.ANY, names));
            else
                words.append(" (only ")
                        .append(ConditionPhrases.join(g.conditions(), g.match(), names))
                        .append(')');
        return words.toString();
    }

    /** Without the conditions that can't be used: what is being typed at this moment doesn't count yet. */
    public Audience usable() {
        return new Audience(
                match,
                usable(conditions),
                groups.stream()
                        .map(g -> new Group(g.match(), usable(g.conditions())))
                        .toList());
    }

    private static List<Condition> usable(List<Condition> conditions) {
        return conditions.stream().filter(c -> c.fault().isEmpty()).toList();
    }

    /** Two conditions that no order can meet together, though it would have to; empty where there are none. */
    public List<Condition> findContradiction() {
        for (Group g : groups) {
            List<Condition> inner = g.findContradiction();
            if (!inner.isEmpty()) return inner;
        }
        if (match != Match.ALL) return List.of();
        List<Condition> required = Stream.concat(
                        conditions.stream(),
                        groups.stream().filter(g -> g.match() == Match.ALL).flatMap(g -> g.conditions().stream()))
                .toList();
        return new Group(Match.ALL, required).findContradiction();
    }

    /** True where a condition asks for more than the order's own document. */
    public boolean needsBackground() {
        return listConditions().stream().flatMap(c -> c.type().stream()).anyMatch(ConditionKind::needsBackground);
    }

    /** Values that orders are limited to, whatever else is asked of them; empty where this kind limits nothing. */
    public Set<String> valuesRequired(String kind) {
        if (match != Match.ALL) return Set.of();
        return conditions.stream()
                .filter(c -> c.kind().equals(kind))
                .flatMap(c -> c.values().stream())
                .collect(Collectors.toUnmodifiableSet());
    }
}
