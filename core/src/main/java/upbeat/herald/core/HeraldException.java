package upbeat.herald.core;

import org.jspecify.annotations.Nullable;

/**
 * Root of every failure the product raises on purpose. The message is meant for a person and says what to do next;
 * {@link #field()} names the value at fault, as a path in the caller's data ({@code customer.email}), or is null where
 * no single value is.
 */
public class HeraldException extends RuntimeException {
    private final @Nullable String field;

    public HeraldException(@Nullable String field, String message) {
        super(message);
        this.field = field;
    }

    public @Nullable String field() {
        return field;
    }
}
