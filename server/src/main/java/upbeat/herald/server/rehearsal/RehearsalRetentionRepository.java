package upbeat.herald.server.rehearsal;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Rehearsals that nobody removed. */
@Repository
class RehearsalRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from rehearsal where id in (select id from rehearsal where made_at < ? order by made_at limit ?)""";

    RehearsalRetentionRepository(RetentionProperties keep) {
        super("rehearsals", keep.rehearsals(), DELETE);
    }
}
