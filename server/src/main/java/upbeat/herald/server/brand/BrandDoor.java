package upbeat.herald.server.brand;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;
import upbeat.herald.core.wording.SampleMail;
import upbeat.herald.server.pictures.Pictures;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.dispatch.GatewayList;

/** Setup, Brand: who is speaking, once, for everything. */
@RestController
@RequestMapping("/ui/brand")
@Tag(name = "ui-brand")
class BrandDoor {
    private static final int LOGO_PIXELS = 1200;
    private final BrandStore brands;
    private final SenderProof proof;
    private final GatewayList gateways;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;

    BrandDoor(BrandStore brands, SenderProof proof, GatewayList gateways, JdbcClient reader, Writer writer, InstantSource clock) {
        this.brands = brands;
        this.proof = proof;
        this.gateways = gateways;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** @param proven true where the sender's address answered; {@code gateways} words of the channels that are set up */
    record BrandView(BrandBody brand, boolean proven, List<String> gateways) {}

    /** @param contrast of the buttons' words with the buttons, 1 to 21 */
    record BrandShown(String html, double contrast, String buttonText) {}

    /** @param width what it should be shown at, in pixels */
    record BrandLogo(String name, int width, int height) {}

    record Code(@Nullable String code) {}

    @GetMapping
    BrandView brand() {
        return new BrandView(BrandBody.of(brands.kept(reader)), brands.senderProven(reader), gateways.gateways().stream().map(g -> g.channel().code()).toList());
    }

    @PutMapping
    BrandView change(@RequestBody BrandBody body) {
        Brand brand = body.toBrand();
        writer.write(db -> {
            brands.put(db, brand);
            return null;
        });
        return brand();
    }

    /** A made-up mail as this brand would send it; keeps nothing. */
    @PostMapping("/preview")
    BrandShown preview(@RequestBody BrandBody body) {
        Brand brand = body.toBrand();
        return new BrandShown(SampleMail.of(brands.shown(brand)).html(), Math.round(Contrast.ratio(brand.buttonText(), brand.colour()) * 10) / 10.0, brand.buttonText());
    }

    @PostMapping(path = "/logo", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    BrandLogo logo(@RequestParam("file") MultipartFile file) throws IOException {
        Pictures.Png png = Pictures.png(file.getBytes(), LOGO_PIXELS, LOGO_PIXELS);
        String name = writer.write(db -> brands.keep(db, png, clock.instant()));
        return new BrandLogo(name, Math.min(png.width(), Brand.USUAL_LOGO_WIDTH), png.height());
    }

    @PostMapping("/prove")
    BrandView prove() {
        proof.send(brands.get(reader));
        return brand();
    }

    @PostMapping("/proof")
    BrandView answer(@RequestBody Code body) {
        proof.answer(body.code());
        return brand();
    }
}
