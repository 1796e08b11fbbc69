package upbeat.herald.server.brand;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;
import upbeat.herald.server.platform.picture.PictureEncoder;

/** Who is speaking. Until somebody says so, a name that nobody could take for a shop. */
@Component
public class BrandRepository {
    private static final Brand NOBODY_YET = new Brand(
            "Your shop",
            Brand.Sender.of(Brand.Sender.NO_ADDRESS, "Shop"),
            Brand.Contact.NONE,
            Brand.Look.ofColour("#2d2142"),
            "en");
    private static final String BRAND = "brand";
    private static final String OF_SHOP = "brand.shop.";
    private static final String PROVEN = "brand.proven";
    private final SettingRepository settings;
    private final PublicAddress address;

    BrandRepository(SettingRepository settings, PublicAddress address) {
        this.settings = settings;
        this.address = address;
    }

    /** Keys of the shops that are set up or that orders came from. */
    List<String> findShops(JdbcClient db) {
        return db.sql("select key from shop union select distinct shop from shop_order order by 1")
                .query(String.class)
                .list();
    }

    /** As it is used: the logo under the address where customers reach it. */
    public Brand get(JdbcClient db) {
        return withLogoAddress(findTeamBrand(db));
    }

    /** The language of the words that a notice has for everyone. */
    public String baseLanguage(JdbcClient db) {
        return findTeamBrand(db).language();
    }

    /** The brand of a shop that has one of its own; else the team's. */
    public Brand get(JdbcClient db, String shop) {
        return findShopBrand(db, shop).map(this::withLogoAddress).orElseGet(() -> get(db));
    }

    /** With the logo's name in place of its address. */
    Brand findTeamBrand(JdbcClient db) {
        return settings.find(db, BRAND).map(b -> Json.read(b, Brand.class)).orElse(NOBODY_YET);
    }

    Optional<Brand> findShopBrand(JdbcClient db, @Nullable String shop) {
        return shop == null
                ? Optional.empty()
                : settings.find(db, OF_SHOP + shop).filter(b -> !b.isEmpty()).map(b -> Json.read(b, Brand.class));
    }

    void saveShopBrand(JdbcClient db, String shop, @Nullable Brand brand) {
        settings.put(db, OF_SHOP + shop, brand == null ? "" : Json.write(brand));
    }

    Brand withLogoAddress(Brand kept) {
        return kept.look().logoUrl() == null
                ? kept
                : kept.withLogoUrl(pictureAddress(kept.look().logoUrl()));
    }

    public void save(JdbcClient db, Brand brand) {
        settings.put(db, BRAND, Json.write(brand));
    }

    public boolean isVerified(JdbcClient db, Brand brand) {
        return isVerified(db, brand.sender().senderAddress());
    }

    /** True where a code that was sent to an address came back. */
    public boolean isVerified(JdbcClient db, String address) {
        return settings.find(db, PROVEN)
                .filter(all ->
                        List.of(all.toLowerCase(Locale.ROOT).split("\n")).contains(address.toLowerCase(Locale.ROOT)))
                .isPresent();
    }

    /** The first sender's address among those of these shops that nobody has proven. @param shops keys, none for all */
    public Optional<String> findUnverifiedSender(JdbcClient db, Collection<String> shops) {
        List<Brand> speaking = new ArrayList<>();
        if (shops.isEmpty()) {
            speaking.add(findTeamBrand(db));
            settings.findByPrefix(db, OF_SHOP).stream()
                    .filter(b -> !b.isEmpty())
                    .forEach(b -> speaking.add(Json.read(b, Brand.class)));
        } else shops.forEach(s -> speaking.add(get(db, s)));
        return speaking.stream()
                .filter(b -> !isVerified(db, b))
                .map(x -> x.sender().senderAddress())
                .findFirst();
    }

    /** False until somebody said who is speaking. */
    public boolean isNamed(JdbcClient db) {
        return !findTeamBrand(db).name().equals(NOBODY_YET.name());
    }

    /** True for the team's own sender. */
    public boolean isTeamSenderVerified(JdbcClient db) {
        return isVerified(db, findTeamBrand(db));
    }

    public void markVerified(JdbcClient db, String address) {
        String before = settings.find(db, PROVEN).orElse("");
        settings.put(db, PROVEN, before.isEmpty() ? address : before + "\n" + address);
    }

    /** Keeps a picture under a name that its content gives it. */
    public String insertPicture(JdbcClient db, PictureEncoder.Png png, Instant now) {
        String name;
        try {
            name = HexFormat.of()
                    .formatHex(
                            java.security.MessageDigest.getInstance("SHA-256").digest(png.bytes()), 0, 12);
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
        db.sql("insert into picture (name, png, width, height, at) values (?, ?, ?, ?, ?) on conflict do nothing")
                .params(name, png.bytes(), png.width(), png.height(), now.toEpochMilli())
                .update();
        return name;
    }

    /** Where customers' mails find a kept picture. */
    public String pictureAddress(String name) {
        return address.get() + "/brand/" + name + ".png";
    }

    Optional<byte[]> findPicture(JdbcClient db, String name) {
        return db.sql("select png from picture where name = ?")
                .param(name)
                .query((rs, i) -> rs.getBytes(1))
                .optional();
    }
}
