package upbeat.herald.core;

/**
 * Root of every failure the product raises on purpose. The message is meant for a person and says what to do next;
 * {@link #field()} names the value at fault, as a path in the caller's data ({@code customer.email}), or is null where
 * no single value is.
 */
public class HeraldException extends RuntimeException {
    private final String field;

    public HeraldException(String field, String message) {
        super(message);
        this.field = field;
    }

    public String field() {
        return field;
    }
}
