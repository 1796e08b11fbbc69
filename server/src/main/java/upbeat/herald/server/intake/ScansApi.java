package upbeat.herald.server.intake;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.Epcis;
import upbeat.herald.core.exchange.Iftsta;
import upbeat.herald.server.dispatch.Bell;

/** Scans from carriers and other systems. */
@RestController
@RequestMapping("/api/v1/scans")
@Tag(name = "scans")
class ScansApi {
    static final int MOST = 10_000;
    private static final String SOURCE = "api";
    private final TakeScans take;
    private final InstantSource clock;
    private final Bell bell;

    ScansApi(TakeScans take, InstantSource clock, Bell bell) {
        this.take = take;
        this.clock = clock;
        this.bell = bell;
    }

    @PostMapping
    @Operation(summary = "Brings up to 10,000 scans in; one that is wrong does not keep the others out")
    TakeScans.ScansTaken post(@RequestBody List<TakeScans.ScanBody> scans) {
        if (scans.size() > MOST)
            throw new HeraldException("", "Send up to " + MOST + " scans at once; these are " + scans.size());
        return rung(take.all(scans, SOURCE, clock.instant()));
    }

    @PostMapping(path = "/iftsta", consumes = MediaType.ALL_VALUE)
    @Operation(
            summary = "Reads a UN/EDIFACT IFTSTA interchange; carrier says whose it is, where the interchange does not")
    TakeScans.ScansTaken iftsta(
            @RequestBody byte[] interchange, @RequestParam(required = false) @Nullable String carrier) {
        return rung(take.document(Iftsta.read(interchange), carrier, "iftsta", interchange, SOURCE, clock.instant()));
    }

    @PostMapping(path = "/epcis", consumes = MediaType.ALL_VALUE)
    @Operation(summary = "Reads a GS1 EPCIS 2.0 document in JSON; carrier says whose it is, where the numbers do not")
    TakeScans.ScansTaken epcis(@RequestBody byte[] document, @RequestParam(required = false) @Nullable String carrier) {
        return rung(take.document(Epcis.read(document), carrier, "epcis", document, SOURCE, clock.instant()));
    }

    private TakeScans.ScansTaken rung(TakeScans.ScansTaken taken) {
        bell.ring();
        return taken;
    }
}
