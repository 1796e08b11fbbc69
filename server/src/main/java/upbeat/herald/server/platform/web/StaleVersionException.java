package upbeat.herald.server.platform.web;

import org.jspecify.annotations.Nullable;

/** A document was changed after somebody began to edit it. */
public final class StaleVersionException extends RuntimeException {
    private final String version;
    private final transient @Nullable Object current;

    StaleVersionException(String version, @Nullable Object current) {
        super("Somebody else changed this while you were editing. Nothing was saved; compare both and save again");
        this.version = version;
        this.current = current;
    }

    /** Of the document as it stands. */
    public String version() {
        return version;
    }

    public @Nullable Object current() {
        return current;
    }
}
