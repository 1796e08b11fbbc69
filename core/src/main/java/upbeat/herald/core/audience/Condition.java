package upbeat.herald.core.audience;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;

/**
 * One condition of an audience: a kind, and what it compares with. Which of the parts a kind uses is said by its
 * {@link ConditionKind#entry()}. It is made ready once, when it is read, because a plan asks it with every event.
 */
public final class Condition {
    private final String kind;
    private final List<String> values;
    private final @Nullable String from;
    private final @Nullable String to;
    private final Predicate<OrderFacts> test;
    private final @Nullable HeraldException fault;
    private final String phrase;
    private final String only;

    /**
     * @param kind code of a {@link ConditionKind}. One that nobody knows holds for no order, so that a plan which a
     *     newer version wrote can still be read
     * @param from, to ends of a range, both inside it; as numbers, amounts or days of ISO 8601
     */
    @JsonCreator
    public Condition(
            @JsonProperty("kind") @Nullable String kind,
            @JsonProperty("values") @Nullable List<String> values,
            @JsonProperty("from") @Nullable String from,
            @JsonProperty("to") @Nullable String to) {
        this.kind = kind == null ? "" : kind;
        this.values = values == null
                ? List.of()
                : values.stream().filter(Objects::nonNull).toList();
        this.from = from;
        this.to = to;
        Predicate<OrderFacts> compiled = facts -> false;
        HeraldException wrong = null;
        String words = "under a condition that can't be read";
        try {
            ConditionKind known = ConditionKind.fromCode(this.kind)
                    .orElseThrow(() -> new HeraldException(null, "Choose what the condition is about"));
            compiled = known.compile(this);
            words = known.phrase(this, ConditionNames.KEYS);
        } catch (HeraldException e) {
            wrong = e;
        }
        this.test = compiled;
        this.fault = wrong;
        this.phrase = words;
        this.only = ConditionPhrases.join(List.of(this), Match.ALL);
    }

    /** One that compares with values only. */
    public static Condition of(String kind, String... values) {
        return new Condition(kind, List.of(values), null, null);
    }

    /** One that compares with a range. */
    public static Condition between(String kind, @Nullable String from, @Nullable String to, String... values) {
        return new Condition(kind, List.of(values), from, to);
    }

    @JsonProperty
    public String kind() {
        return kind;
    }

    @JsonProperty
    public List<String> values() {
        return values;
    }

    @JsonProperty
    public @Nullable String from() {
        return from;
    }

    @JsonProperty
    public @Nullable String to() {
        return to;
    }

    /** Whether it holds for an order. */
    public boolean fits(OrderFacts facts) {
        return test.test(facts);
    }

    /** Why it can't be used, in words for whoever wrote it; empty where it can. */
    public Optional<HeraldException> fault() {
        return Optional.ofNullable(fault);
    }

    Optional<ConditionKind> type() {
        return ConditionKind.fromCode(kind);
    }

    /** The condition behind "orders", with keys for names: "to Austria and Germany". */
    String phrase() {
        return phrase;
    }

    /** The orders that meet it: "orders to Austria and Germany". */
    String only() {
        return only;
    }

    String phrase(ConditionNames names) {
        return fault == null ? type().orElseThrow().phrase(this, names) : phrase;
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Condition c
                && kind.equals(c.kind)
                && values.equals(c.values)
                && Objects.equals(from, c.from)
                && Objects.equals(to, c.to);
    }

    @Override
    public int hashCode() {
        return Objects.hash(kind, values, from, to);
    }

    @Override
    public String toString() {
        return kind + values + (from == null && to == null ? "" : from + ".." + to);
    }
}
