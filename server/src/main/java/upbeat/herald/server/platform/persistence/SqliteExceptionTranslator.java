package upbeat.herald.server.platform.persistence;

import java.sql.SQLException;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.jdbc.support.SQLExceptionTranslator;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** Gives SQLite's result codes the names Spring's callers know. */
final class SqliteExceptionTranslator implements SQLExceptionTranslator {
    @Override
    public DataAccessException translate(String task, String sql, SQLException e) {
        if (e instanceof SQLiteException sqlite) {
            SQLiteErrorCode code = sqlite.getResultCode();
            if (code == SQLiteErrorCode.SQLITE_CONSTRAINT_UNIQUE
                    || code == SQLiteErrorCode.SQLITE_CONSTRAINT_PRIMARYKEY) return new DuplicateKeyException(task, e);
            if (code.name().startsWith("SQLITE_CONSTRAINT")) return new DataIntegrityViolationException(task, e);
            if (code.name().startsWith("SQLITE_BUSY")) return new TransientDataAccessResourceException(task, e);
        }
        return new UncategorizedSQLException(task, sql, e);
    }
}
