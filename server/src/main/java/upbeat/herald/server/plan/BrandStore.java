package upbeat.herald.server.plan;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.SettingStore;

/** Who is speaking. Until somebody says so, a name that nobody could take for a shop. */
@Component
public class BrandStore {
    private static final Brand NOBODY_YET = new Brand("Your shop", "orders@localhost.invalid", "Shop", null, null, "#2d2142", null);
    private final SettingStore settings;

    BrandStore(SettingStore settings) {
        this.settings = settings;
    }

    public Brand get(JdbcClient db) {
        return settings.find(db, "brand").map(b -> Json.read(b, Brand.class)).orElse(NOBODY_YET);
    }

    public void put(JdbcClient db, Brand brand) {
        settings.put(db, "brand", Json.of(brand));
    }
}
