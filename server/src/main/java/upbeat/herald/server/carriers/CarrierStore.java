package upbeat.herald.server.carriers;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.LastUsed;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.SettingStore;

/**
 * The directory of carriers. A body that was read is remembered by its text: code tables are long and asked for with
 * every scan.
 */
@Repository
public class CarrierStore {
    private static final String DEFAULT = "carrier.default";
    private final SettingStore settings;
    private final Map<String, Carrier> read = LastUsed.map(300);

    CarrierStore(SettingStore settings) {
        this.settings = settings;
    }

    public Optional<Carrier> find(JdbcClient db, String key) {
        return db.sql("select body from carrier where key = ?")
                .param(key)
                .query(String.class)
                .optional()
                .map(this::read);
    }

    public List<Carrier> all(JdbcClient db) {
        return db.sql("select body from carrier order by key").query(String.class).list().stream()
                .map(this::read)
                .toList();
    }

    public List<Carrier> inUse(JdbcClient db) {
        return all(db).stream().filter(Carrier::inUse).toList();
    }

    public void put(JdbcClient db, Carrier carrier) {
        db.sql("insert into carrier (key, body) values (?, ?) on conflict (key) do update set body = excluded.body")
                .params(carrier.key(), Json.of(carrier))
                .update();
    }

    public void remove(JdbcClient db, String key) {
        db.sql("delete from carrier where key = ?").param(key).update();
    }

    /** The key of the carrier that is chosen where nothing else says which. */
    public Optional<String> preferred(JdbcClient db) {
        return settings.find(db, DEFAULT).filter(k -> !k.isEmpty());
    }

    public void prefer(JdbcClient db, String key) {
        settings.put(db, DEFAULT, key);
    }

    private Carrier read(String body) {
        return read.computeIfAbsent(body, b -> Json.read(b, Carrier.class));
    }
}
