package upbeat.herald.server.wording;

import org.springframework.stereotype.Repository;
import upbeat.herald.server.platform.retention.ExpiringDataRepository;
import upbeat.herald.server.platform.retention.RetentionProperties;

/** Earlier versions of wordings; the newest of each stays, however old it is. */
@Repository
class WordingVersionRetentionRepository extends ExpiringDataRepository {
    private static final String DELETE = """
            delete from wording_version where id in (select id from wording_version v where at < ?
            and exists (select 1 from wording_version n where n.notice_id = v.notice_id and n.channel = v.channel
            and n.language = v.language and n.shop is v.shop and n.carrier is v.carrier and n.country is v.country
            and n.id > v.id) order by at limit ?)""";

    WordingVersionRetentionRepository(RetentionProperties keep) {
        super("versions of wordings", keep.versions(), DELETE);
    }
}
