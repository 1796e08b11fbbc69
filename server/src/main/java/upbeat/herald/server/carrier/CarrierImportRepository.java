package upbeat.herald.server.carrier;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** Files of carriers that were imported, with what they changed. */
@Repository
class CarrierImportRepository {
    private static final TypeReference<List<Change>> CHANGES = new TypeReference<>() {};
    /** An import further back can't be taken back any more. */
    private static final int KEPT = 20;

    private static final String INSERT =
            "insert into carrier_import (file_name, at, changes) values (?, ?, ?) returning id";
    private static final String COLUMNS = "select id, file_name, at, changes, undone_at from carrier_import ";

    /** @param before null where the carrier was new */
    record Change(@Nullable Carrier before, Carrier after) {}

    record CarrierImport(
            long id,
            String fileName,
            Instant at,
            List<Change> changes,
            @Nullable Instant undoneAt) {}

    long insert(JdbcClient db, String fileName, Instant at, List<Change> changes) {
        long id = db.sql(INSERT)
                .params(fileName, at.toEpochMilli(), Json.write(changes))
                .query(Long.class)
                .single();
        db.sql("delete from carrier_import where id <= ?").param(id - KEPT).update();
        return id;
    }

    Optional<CarrierImport> find(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?")
                .param(id)
                .query(CarrierImportRepository::row)
                .optional();
    }

    Optional<CarrierImport> findLast(JdbcClient db) {
        return db.sql(COLUMNS + "order by id desc limit 1")
                .query(CarrierImportRepository::row)
                .optional();
    }

    /** @return false where it was undone already */
    boolean markUndone(JdbcClient db, long id, Instant now) {
        return db.sql("update carrier_import set undone_at = ? where id = ? and undone_at is null")
                        .params(now.toEpochMilli(), id)
                        .update()
                == 1;
    }

    private static CarrierImport row(ResultSet rs, int i) throws SQLException {
        return new CarrierImport(
                rs.getLong("id"),
                rs.getString("file_name"),
                Instant.ofEpochMilli(rs.getLong("at")),
                Json.read(rs.getString("changes"), CHANGES),
                Columns.nullableInstant(rs, "undone_at"));
    }
}
