package upbeat.herald.server.carrier;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.LruMap;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;

/**
 * The directory of carriers. A body that was read is remembered by its text: code tables are long and asked for with
 * every scan.
 */
@Repository
public class CarrierRepository {
    private static final String DEFAULT = "carrier.default";
    private final SettingRepository settings;
    private final Map<String, Carrier> read = LruMap.create(300);

    CarrierRepository(SettingRepository settings) {
        this.settings = settings;
    }

    public Optional<Carrier> find(JdbcClient db, String key) {
        return db.sql("select body from carrier where key = ?")
                .param(key)
                .query(String.class)
                .optional()
                .map(this::read);
    }

    public List<Carrier> findAll(JdbcClient db) {
        return db.sql("select body from carrier order by key").query(String.class).list().stream()
                .map(this::read)
                .toList();
    }

    public Set<String> findKeys(JdbcClient db) {
        return findAll(db).stream().map(Carrier::key).collect(Collectors.toUnmodifiableSet());
    }

    public List<Carrier> inUse(JdbcClient db) {
        return findAll(db).stream().filter(Carrier::inUse).toList();
    }

    public void save(JdbcClient db, Carrier carrier) {
        db.sql("insert into carrier (key, body) values (?, ?) on conflict (key) do update set body = excluded.body")
                .params(carrier.key(), Json.write(carrier))
                .update();
    }

    public void remove(JdbcClient db, String key) {
        db.sql("delete from carrier where key = ?").param(key).update();
    }

    /** The key of the carrier that is chosen where nothing else says which. */
    public Optional<String> findDefaultKey(JdbcClient db) {
        return settings.find(db, DEFAULT).filter(k -> !k.isEmpty());
    }

    public void setDefault(JdbcClient db, String key) {
        settings.put(db, DEFAULT, key);
    }

    private Carrier read(String body) {
        return read.computeIfAbsent(body, b -> Json.read(b, Carrier.class));
    }
}
