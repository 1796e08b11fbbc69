package upbeat.herald.server.platform.persistence;

/** So much waits to be written that this can't be, now. Nothing of it is kept; it may be asked for again. */
public final class DatabaseBusyException extends RuntimeException {
    private static final long serialVersionUID = 1;

    DatabaseBusyException() {
        super("The server is busy. Try again in a few seconds");
    }
}
