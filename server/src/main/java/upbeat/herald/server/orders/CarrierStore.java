package upbeat.herald.server.orders;

import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.storage.Json;

@Repository
public class CarrierStore {
    public Optional<Carrier> find(JdbcClient db, String key) {
        return db.sql("select body from carrier where key = ?").param(key).query(String.class).optional().map(b -> Json.read(b, Carrier.class));
    }

    public List<Carrier> all(JdbcClient db) {
        return db.sql("select body from carrier order by key").query(String.class).list().stream().map(b -> Json.read(b, Carrier.class)).toList();
    }

    public void put(JdbcClient db, Carrier carrier) {
        db.sql("insert into carrier (key, body) values (?, ?) on conflict (key) do update set body = excluded.body").params(carrier.key(), Json.of(carrier)).update();
    }
}
