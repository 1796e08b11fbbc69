package upbeat.herald.server.platform.persistence;

import org.jspecify.annotations.Nullable;

/** The data folder can't be used; the message says what to do, in one sentence for the console. */
public class DataFolderException extends RuntimeException {
    public DataFolderException(String message) {
        this(message, null);
    }

    public DataFolderException(String message, @Nullable Throwable cause) {
        super(message, cause);
    }
}
