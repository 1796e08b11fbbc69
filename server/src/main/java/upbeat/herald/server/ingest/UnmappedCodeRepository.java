package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Codes of scans that no code table reads. */
@Repository
class UnmappedCodeRepository {
    private static final String FIND = """
            select carrier, code, text, count(*) as n, max(at) as latest, max(compact) as example, max(place) as place,
            count(distinct parcel_id) as parcels
            from scan where stage is null and carrier <> ''
            group by carrier, code, case when code is null then text end order by n desc, carrier, code limit 200""";

    /** @param count scans with it; {@code parcels} they are of; {@code example} one of their tracking numbers */
    record UnmappedCode(
            String carrier,
            @Nullable String code,
            @Nullable String text,
            int count,
            int parcels,
            Instant latest,
            String example,
            @Nullable String place) {}

    /** The most frequent first. */
    List<UnmappedCode> find(JdbcClient db) {
        return db.sql(FIND)
                .query((rs, i) -> new UnmappedCode(
                        rs.getString("carrier"),
                        rs.getString("code"),
                        rs.getString("text"),
                        rs.getInt("n"),
                        rs.getInt("parcels"),
                        Instant.ofEpochMilli(rs.getLong("latest")),
                        rs.getString("example"),
                        rs.getString("place")))
                .list();
    }
}
