package upbeat.herald.server.brand;

import java.io.IOException;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;
import upbeat.herald.core.wording.email.SampleEmail;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.picture.PictureEncoder;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;

/** Setup, Brand: who is speaking, once, for everything. */
@Service
class BrandService {
    private static final int LOGO_PIXELS = 1200;
    private final BrandRepository brands;
    private final List<BrandChangeListener> listeners;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    BrandService(
            BrandRepository brands,
            List<BrandChangeListener> listeners,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock) {
        this.brands = brands;
        this.listeners = listeners;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * @param shop whose brand, or null for the team's
     * @param own true where the shop has a brand of its own; else this is the team's
     * @param shops keys of all, with those that have a brand of their own
     */
    record BrandView(@Nullable String shop, boolean own, String version, BrandBody brand, List<ShopBrand> shops) {}

    record ShopBrand(String shop, boolean own) {}

    /** @param contrast of the buttons' words with the buttons, 1 to 21 */
    record BrandShown(String html, double contrast, String buttonText) {}

    /** @param width what it should be shown at, in pixels */
    record BrandLogo(String name, int width, int height) {}

    BrandView get(@Nullable String shop) {
        Optional<Brand> own = brands.findShopBrand(reader, shop);
        BrandBody brand = find(reader, shop);
        List<ShopBrand> shops = brands.findShops(reader).stream()
                .map(k -> new ShopBrand(k, brands.findShopBrand(reader, k).isPresent()))
                .toList();
        return new BrandView(shop, own.isPresent(), ContentVersion.of(brand), brand, shops);
    }

    /** The shop's, or the team's where it has none. */
    private BrandBody find(JdbcClient db, @Nullable String shop) {
        return BrandBody.of(brands.findShopBrand(db, shop).orElseGet(() -> brands.findTeamBrand(db)));
    }

    BrandView save(@Nullable String shop, IfMatch match, BrandBody body) {
        Brand brand = body.toBrand();
        writer.write(db -> {
            BrandBody current = find(db, shop);
            match.check(ContentVersion.of(current), current);
            if (shop == null) {
                changeLanguage(db, brands.baseLanguage(db), brand.language());
                brands.save(db, brand);
            } else brands.saveShopBrand(db, shop, brand);
            return null;
        });
        return get(shop);
    }

    /** Removes a shop's own brand: it uses the team's again. */
    BrandView delete(String shop) {
        writer.write(db -> {
            brands.saveShopBrand(db, shop, null);
            return null;
        });
        return get(shop);
    }

    private void changeLanguage(JdbcClient db, String from, String to) {
        if (!from.equalsIgnoreCase(to)) listeners.forEach(l -> l.defaultLanguageChanging(db, from, to));
    }

    /** A made-up mail as this brand would send it; keeps nothing. */
    BrandShown preview(BrandBody body) {
        Brand brand = body.toBrand();
        return new BrandShown(
                Texts.orEmpty(SampleEmail.render(brands.withLogoAddress(brand)).html()),
                Math.round(Contrast.ratio(brand.buttonText(), brand.buttonGround()) * 10) / 10.0,
                brand.buttonText());
    }

    /** A logo or another picture that mails show, as PNG. */
    Optional<byte[]> findPicture(String name) {
        return brands.findPicture(reader, name);
    }

    BrandLogo logo(MultipartFile file) throws IOException {
        PictureEncoder.Png png = PictureEncoder.toPng(file.getBytes(), LOGO_PIXELS, LOGO_PIXELS);
        String name = writer.write(db -> brands.insertPicture(db, png, clock.instant()));
        return new BrandLogo(name, Math.min(png.width(), Brand.USUAL_LOGO_WIDTH), png.height());
    }
}
