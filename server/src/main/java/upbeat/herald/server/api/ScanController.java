package upbeat.herald.server.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.ScanDocumentReader;
import upbeat.herald.server.ingest.ScanIngestService;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.NotFoundException;

/** Scans from carriers and other systems. */
@RestController
@RequestMapping("/api/v1/scans")
@Tag(name = "scans")
class ScanController {
    static final int MOST = 10_000;
    private final ScanIngestService scanIngest;
    private final InstantSource clock;
    private final WorkSignal signal;

    ScanController(ScanIngestService scanIngest, InstantSource clock, WorkSignal signal) {
        this.scanIngest = scanIngest;
        this.clock = clock;
        this.signal = signal;
    }

    @PostMapping
    @Operation(summary = "Takes up to 10,000 scans. A scan with errors doesn't stop the others")
    ScanIngestService.ScansAccepted post(@RequestBody List<ScanIngestService.ScanBody> scans) {
        if (scans.size() > MOST)
            throw new HeraldException("", "Send up to " + MOST + " scans at once. This request has " + scans.size());
        return signalled(scanIngest.ingest(scans, clock.instant()));
    }

    @PostMapping(path = "/{format}", consumes = MediaType.ALL_VALUE)
    @Operation(
            summary = "Reads a standard document of scans: iftsta for a UN/EDIFACT IFTSTA interchange, epcis for a"
                    + " GS1 EPCIS 2.0 document in JSON; carrier says whose it is, where the document does not")
    ScanIngestService.ScansAccepted postDocument(
            @PathVariable String format,
            @RequestBody(required = false) byte @Nullable [] document,
            @RequestParam(required = false) @Nullable String carrier) {
        ScanDocumentReader reader = ScanDocumentReader.fromCode(format)
                .orElseThrow(() -> new NotFoundException("There is no format " + format));
        return signalled(
                scanIngest.ingestDocument(reader, document == null ? new byte[0] : document, carrier, clock.instant()));
    }

    private ScanIngestService.ScansAccepted signalled(ScanIngestService.ScansAccepted taken) {
        signal.signal();
        return taken;
    }
}
