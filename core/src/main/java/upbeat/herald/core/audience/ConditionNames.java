package upbeat.herald.core.audience;

/** Names of what a condition holds by key: carriers and notices are rows somewhere, not words of the core. */
@FunctionalInterface
public interface ConditionNames {
    /** Keys as they are. */
    ConditionNames KEYS = (kind, value) -> value;

    /** @param kind code of the kind of condition; {@code value} a value it holds */
    String find(String kind, String value);
}
