package upbeat.herald.server.ingest;

import java.time.InstantSource;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.ScanDocumentReader;
import upbeat.herald.core.exchange.StatusDocument;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.platform.signal.WorkSignal;

/** Standard documents of scans loaded by a person: first what is in one, then taking it in. */
@Service
class ScanDocumentService {
    private final ScanIngestService scanIngest;
    private final ParcelRepository parcels;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final WorkSignal signal;

    ScanDocumentService(
            ScanIngestService scanIngest,
            ParcelRepository parcels,
            JdbcClient reader,
            InstantSource clock,
            WorkSignal signal) {
        this.scanIngest = scanIngest;
        this.parcels = parcels;
        this.reader = reader;
        this.clock = clock;
        this.signal = signal;
    }

    /**
     * @param kind the format's name; {@code known} scans of parcels that are on an order; {@code wrong} entries that
     *     can't be read
     */
    record Looked(String kind, int scans, int known, List<ScanIngestService.Rejected> wrong) {}

    Looked preview(byte[] body) {
        ScanDocumentReader format = find(body);
        StatusDocument document = format.read(body);
        int known = (int) document.scans().stream()
                .filter(e -> !parcels.findCarriersByNumber(reader, e.scan().trackingNumber())
                        .isEmpty())
                .count();
        return new Looked(
                format.label(),
                document.scans().size(),
                known,
                document.bad().stream()
                        .map(b -> new ScanIngestService.Rejected(b.index(), b.reason()))
                        .toList());
    }

    ScanIngestService.ScansAccepted ingest(byte[] body, @Nullable String carrier) {
        ScanIngestService.ScansAccepted accepted =
                scanIngest.ingestDocument(find(body), body, Texts.blankToNull(carrier), clock.instant());
        signal.signal();
        return accepted;
    }

    private static ScanDocumentReader find(byte[] body) {
        return ScanDocumentReader.find(body)
                .orElseThrow(() -> new HeraldException(
                        "file",
                        "This file is neither of "
                                + ScanDocumentReader.all().stream()
                                        .map(ScanDocumentReader::label)
                                        .collect(Collectors.joining(", "))
                                + ". Choose a file with scans"));
    }
}
