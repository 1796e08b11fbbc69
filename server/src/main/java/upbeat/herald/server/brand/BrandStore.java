package upbeat.herald.server.brand;

import java.time.Instant;
import java.util.HexFormat;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.Settings;
import upbeat.herald.server.pictures.Pictures;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.SettingStore;

/** Who is speaking. Until somebody says so, a name that nobody could take for a shop. */
@Component
public class BrandStore {
    private static final Brand NOBODY_YET = new Brand("Your shop", "orders@localhost.invalid", "Shop", null, null, "#2d2142", null);
    private static final String BRAND = "brand";
    private static final String PROVEN = "brand.proven";
    private final SettingStore settings;
    private final String publicUrl;

    BrandStore(SettingStore settings, Settings configured) {
        this.settings = settings;
        this.publicUrl = configured.publicUrl();
    }

    /** As it is used: the logo under the address where customers reach it. */
    public Brand get(JdbcClient db) {
        Brand kept = kept(db);
        return shown(kept);
    }

    /** With the logo's name in place of its address. */
    Brand kept(JdbcClient db) {
        return settings.find(db, BRAND).map(b -> Json.read(b, Brand.class)).orElse(NOBODY_YET);
    }

    Brand shown(Brand kept) {
        return kept.logoUrl() == null ? kept : kept.withLogoUrl(publicUrl + "/brand/" + kept.logoUrl() + ".png");
    }

    public void put(JdbcClient db, Brand brand) {
        settings.put(db, BRAND, Json.of(brand));
    }

    /** True where a code that was sent to the sender's address came back. */
    public boolean senderProven(JdbcClient db) {
        return settings.find(db, PROVEN).filter(a -> a.equalsIgnoreCase(kept(db).senderAddress())).isPresent();
    }

    public void proven(JdbcClient db, String address) {
        settings.put(db, PROVEN, address);
    }

    /** Keeps a picture under a name that its content gives it. */
    String keep(JdbcClient db, Pictures.Png png, Instant now) {
        String name;
        try {
            name = HexFormat.of().formatHex(java.security.MessageDigest.getInstance("SHA-256").digest(png.bytes()), 0, 12);
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
        db.sql("insert into picture (name, png, width, height, at) values (?, ?, ?, ?, ?) on conflict do nothing").params(name, png.bytes(), png.width(), png.height(), now.toEpochMilli()).update();
        return name;
    }

    Optional<byte[]> picture(JdbcClient db, String name) {
        return db.sql("select png from picture where name = ?").param(name).query((rs, i) -> rs.getBytes(1)).optional();
    }
}
