package upbeat.herald.server.platform.web;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Values a caller has to mend, gathered so that all are named at once. */
public final class ValidationException extends RuntimeException {
    /** @param field path in the caller's data: {@code items[2].quantity} */
    public record FieldError(
            @Nullable String field, @Nullable String message) {}

    private final List<FieldError> errors = new ArrayList<>();

    public void add(@Nullable String field, @Nullable String message) {
        errors.add(new FieldError(field, message));
    }

    /** Adds an error unless the condition holds. */
    public void check(boolean condition, String field, String message) {
        if (!condition) add(field, message);
    }

    public List<FieldError> errors() {
        return List.copyOf(errors);
    }

    /** Throws itself where anything was gathered. */
    public void throwIfAny() {
        if (!errors.isEmpty()) throw this;
    }

    @Override
    public String getMessage() {
        return errors.isEmpty()
                ? ""
                : errors.get(0).message() + (errors.size() > 1 ? " (and " + (errors.size() - 1) + " more)" : "");
    }
}
