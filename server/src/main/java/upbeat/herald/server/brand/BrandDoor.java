package upbeat.herald.server.brand;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;
import upbeat.herald.core.wording.SampleMail;
import upbeat.herald.server.dispatch.GatewayList;
import upbeat.herald.server.pictures.Pictures;
import upbeat.herald.server.plan.NoticeStore;
import upbeat.herald.server.storage.Writer;

/** Setup, Brand: who is speaking, once, for everything. */
@RestController
@RequestMapping("/ui/brand")
@Tag(name = "ui-brand")
class BrandDoor {
    private static final String SHOPS = "select key from shop union select distinct shop from shop_order order by 1";
    private static final int LOGO_PIXELS = 1200;
    private final BrandStore brands;
    private final SenderProof proof;
    private final NoticeStore notices;
    private final GatewayList gateways;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;

    BrandDoor(
            BrandStore brands,
            SenderProof proof,
            NoticeStore notices,
            GatewayList gateways,
            JdbcClient reader,
            Writer writer,
            InstantSource clock) {
        this.brands = brands;
        this.proof = proof;
        this.notices = notices;
        this.gateways = gateways;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * @param shop whose brand, or null for the team's
     * @param own true where the shop has a brand of its own; else this is the team's
     * @param proven true where the sender's address answered
     * @param gateways words of the channels that are set up
     * @param shops keys of all, with those that speak for themselves
     */
    record BrandView(
            @Nullable String shop,
            boolean own,
            BrandBody brand,
            boolean proven,
            List<String> gateways,
            List<ShopBrand> shops) {}

    record ShopBrand(String shop, boolean own) {}

    /** @param contrast of the buttons' words with the buttons, 1 to 21 */
    record BrandShown(String html, double contrast, String buttonText) {}

    /** @param width what it should be shown at, in pixels */
    record BrandLogo(String name, int width, int height) {}

    record Code(@Nullable String code) {}

    @GetMapping
    BrandView brand(@RequestParam(required = false) @Nullable String shop) {
        Optional<Brand> own = brands.own(reader, shop);
        Brand brand = own.orElseGet(() -> brands.kept(reader));
        List<ShopBrand> shops = reader.sql(SHOPS).query(String.class).list().stream()
                .map(k -> new ShopBrand(k, brands.own(reader, k).isPresent()))
                .toList();
        return new BrandView(
                shop,
                own.isPresent(),
                BrandBody.of(brand),
                brands.proven(reader, brand),
                gateways.gateways().stream().map(g -> g.channel().code()).toList(),
                shops);
    }

    @PutMapping
    BrandView change(@RequestParam(required = false) @Nullable String shop, @RequestBody BrandBody body) {
        Brand brand = body.toBrand();
        writer.write(db -> {
            if (shop == null) {
                speak(db, brands.baseLanguage(db), brand.language());
                brands.put(db, brand);
            } else brands.putOwn(db, shop, brand);
            return null;
        });
        return brand(shop);
    }

    /** The shop speaks as the team again. */
    @DeleteMapping
    BrandView drop(@RequestParam String shop) {
        writer.write(db -> {
            brands.putOwn(db, shop, null);
            return null;
        });
        return brand(shop);
    }

    /**
     * What the team says to everyone is said in another language: every notice has to have words in it, or nothing is
     * changed.
     */
    private void speak(JdbcClient db, String from, String to) {
        if (from.equalsIgnoreCase(to)) return;
        List<String> mute = new ArrayList<>();
        for (Notice n : notices.all(db))
            ChooseWording.rebased(n, from, to)
                    .ifPresentOrElse(r -> notices.put(db, r, clock.instant()), () -> mute.add(n.name()));
        if (!mute.isEmpty())
            throw new HeraldException(
                    "language",
                    "Write these in " + Locale.forLanguageTag(to).getDisplayLanguage(Locale.ENGLISH)
                            + " first, on every channel they use: " + String.join(", ", mute) + ". Go to Wording");
    }

    /** A made-up mail as this brand would send it; keeps nothing. */
    @PostMapping("/preview")
    BrandShown preview(@RequestBody BrandBody body) {
        Brand brand = body.toBrand();
        return new BrandShown(
                SampleMail.of(brands.shown(brand)).html(),
                Math.round(Contrast.ratio(brand.buttonText(), brand.buttonGround()) * 10) / 10.0,
                brand.buttonText());
    }

    @PostMapping(path = "/logo", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    BrandLogo logo(@RequestParam("file") MultipartFile file) throws IOException {
        Pictures.Png png = Pictures.png(file.getBytes(), LOGO_PIXELS, LOGO_PIXELS);
        String name = writer.write(db -> brands.keep(db, png, clock.instant()));
        return new BrandLogo(name, Math.min(png.width(), Brand.USUAL_LOGO_WIDTH), png.height());
    }

    @PostMapping("/prove")
    BrandView prove(@RequestParam(required = false) @Nullable String shop) {
        proof.send(shop == null ? brands.get(reader) : brands.get(reader, shop));
        return brand(shop);
    }

    @PostMapping("/proof")
    BrandView answer(@RequestParam(required = false) @Nullable String shop, @RequestBody Code body) {
        proof.answer(body.code());
        return brand(shop);
    }
}
