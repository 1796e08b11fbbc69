package upbeat.herald.server.platform.backup;

import upbeat.herald.core.HeraldException;

/** A backup that couldn't be made or put back; the message says what to do. */
public final class BackupException extends HeraldException {
    private static final long serialVersionUID = 1;

    BackupException(String message) {
        super("backup", message);
    }
}
