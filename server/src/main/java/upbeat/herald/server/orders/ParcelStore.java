package upbeat.herald.server.orders;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.storage.Json;

@Repository
public class ParcelStore {
    private static final TypeReference<List<Parcel.Content>> CONTENTS = new TypeReference<>() {};
    private static final String COLUMNS = "select id, order_id, carrier, tracking_number, items, stage, source, created_at from parcel ";

    public Optional<ParcelRow> find(JdbcClient db, String carrier, String trackingNumber) {
        return db.sql(COLUMNS + "where carrier = ? and compact = ?").params(carrier, Texts.compact(trackingNumber)).query(ParcelStore::row).optional();
    }

    public ParcelRow get(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?").param(id).query(ParcelStore::row).single();
    }

    public List<ParcelRow> of(JdbcClient db, long orderId) {
        return db.sql(COLUMNS + "where order_id = ? order by id").param(orderId).query(ParcelStore::row).list();
    }

    public ParcelRow insert(JdbcClient db, long orderId, Parcel p, String source, Instant now) {
        db.sql("insert into parcel (order_id, carrier, tracking_number, compact, items, stage, stage_at, source, created_at) values (?, ?, ?, ?, ?, 'ordered', ?, ?, ?)")
                .params(orderId, p.carrier(), p.trackingNumber(), Texts.compact(p.trackingNumber()), Json.of(p.items()), now.toEpochMilli(), source, now.toEpochMilli()).update();
        return find(db, p.carrier(), p.trackingNumber()).orElseThrow();
    }

    public void stage(JdbcClient db, long id, Stage stage, Instant at) {
        db.sql("update parcel set stage = ?, stage_at = ? where id = ?").params(stage.code(), at.toEpochMilli(), id).update();
    }

    public void items(JdbcClient db, long id, List<Parcel.Content> items) {
        db.sql("update parcel set items = ? where id = ?").params(Json.of(items), id).update();
    }

    private static ParcelRow row(ResultSet rs, int i) throws SQLException {
        Parcel parcel = new Parcel(rs.getString("carrier"), rs.getString("tracking_number"), Json.read(rs.getString("items"), CONTENTS));
        return new ParcelRow(rs.getLong("id"), rs.getLong("order_id"), parcel, Stage.of(rs.getString("stage")).orElseThrow(), rs.getString("source"), Instant.ofEpochMilli(rs.getLong("created_at")));
    }
}
