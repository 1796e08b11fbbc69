package upbeat.herald.server.intake;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.exchange.Epcis;
import upbeat.herald.core.exchange.Iftsta;
import upbeat.herald.core.exchange.StatusDocument;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.orders.ParcelStore;

/** Standard documents of scans loaded by a person: first what is in one, then taking it in. */
@RestController
@RequestMapping("/ui/scans")
@Tag(name = "ui-scans")
class ScansDoor {
    private final TakeScans take;
    private final ParcelStore parcels;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final Bell bell;

    ScansDoor(TakeScans take, ParcelStore parcels, JdbcClient reader, InstantSource clock, Bell bell) {
        this.take = take;
        this.parcels = parcels;
        this.reader = reader;
        this.clock = clock;
        this.bell = bell;
    }

    /**
     * @param kind {@code iftsta} or {@code epcis}; {@code known} scans of parcels that are on an order; {@code wrong}
     *     entries that can't be read
     */
    record Looked(String kind, int scans, int known, List<TakeScans.Rejected> wrong) {}

    @PostMapping(path = "/look", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Looked look(@RequestParam("file") MultipartFile file) throws IOException {
        StatusDocument document = read(file.getBytes());
        int known = (int) document.scans().stream()
                .filter(e ->
                        !parcels.carriersOf(reader, e.scan().trackingNumber()).isEmpty())
                .count();
        return new Looked(
                kind(file.getBytes()),
                document.scans().size(),
                known,
                document.bad().stream()
                        .map(b -> new TakeScans.Rejected(b.index(), b.reason()))
                        .toList());
    }

    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    TakeScans.ScansTaken takeIn(
            @RequestParam("file") MultipartFile file, @RequestParam(required = false) @Nullable String carrier)
            throws IOException {
        byte[] body = file.getBytes();
        TakeScans.ScansTaken taken = take.document(
                read(body),
                carrier == null || carrier.isBlank() ? null : carrier,
                kind(body),
                body,
                "upload",
                clock.instant());
        bell.ring();
        return taken;
    }

    private static String kind(byte[] body) {
        return new String(body, 0, Math.min(64, body.length), StandardCharsets.ISO_8859_1)
                        .stripLeading()
                        .startsWith("UN")
                ? "iftsta"
                : "epcis";
    }

    private static StatusDocument read(byte[] body) {
        return kind(body).equals("iftsta") ? Iftsta.read(body) : Epcis.read(body);
    }
}
