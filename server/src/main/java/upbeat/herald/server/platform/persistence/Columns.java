package upbeat.herald.server.platform.persistence;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Values of a row as Java has them. Times are kept as milliseconds since 1970, UTC. */
public final class Columns {
    private Columns() {}

    /** The time in a column that is never null. */
    public static Instant instant(ResultSet rs, String column) throws SQLException {
        return Instant.ofEpochMilli(rs.getLong(column));
    }

    public static @Nullable Instant nullableInstant(ResultSet rs, String column) throws SQLException {
        long at = rs.getLong(column);
        return rs.wasNull() ? null : Instant.ofEpochMilli(at);
    }

    /** By its place, where a name would cost the driver a search. */
    public static @Nullable Instant nullableInstant(ResultSet rs, int column) throws SQLException {
        long at = rs.getLong(column);
        return rs.wasNull() ? null : Instant.ofEpochMilli(at);
    }

    public static @Nullable Long nullableLong(ResultSet rs, String column) throws SQLException {
        long value = rs.getLong(column);
        return rs.wasNull() ? null : value;
    }

    public static @Nullable Integer nullableInt(ResultSet rs, String column) throws SQLException {
        int value = rs.getInt(column);
        return rs.wasNull() ? null : value;
    }

    /** A time as it is kept. */
    public static @Nullable Long millis(@Nullable Instant at) {
        return at == null ? null : at.toEpochMilli();
    }
}
