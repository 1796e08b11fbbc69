package upbeat.herald.server.ingest.spreadsheet;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Imports with their files and rows; the orders that came of them stay. */
@Repository
class ImportRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from import_run where id in (select id from import_run where created_at < ? order by created_at limit ?)""";

    ImportRetentionRepository(RetentionProperties keep) {
        super("imports", keep.imports(), DELETE);
    }
}
