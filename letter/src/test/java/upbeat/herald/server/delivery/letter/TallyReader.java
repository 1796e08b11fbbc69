package upbeat.herald.server.delivery.letter;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import upbeat.herald.core.exchange.ScanDocumentReader;
import upbeat.herald.core.exchange.StatusDocument;
import upbeat.herald.core.exchange.StatusScan;

/** A made-up format: after a first line {@code TALLY}, a line with number, code and time for each scan. */
public final class TallyReader implements ScanDocumentReader {
    @Override
    public String code() {
        return "tally";
    }

    @Override
    public String label() {
        return "Tally";
    }

    @Override
    public boolean supports(byte[] document) {
        return new String(document, StandardCharsets.UTF_8).startsWith("TALLY");
    }

    @Override
    public StatusDocument read(byte[] document) {
        List<StatusDocument.Entry> scans = new ArrayList<>();
        String[] lines = new String(document, StandardCharsets.UTF_8).strip().split("\\R");
        for (int i = 1; i < lines.length; i++) {
            String[] words = lines[i].split(" ");
            scans.add(new StatusDocument.Entry(i - 1, scan(words[0], words[1], Instant.parse(words[2]))));
        }
        return new StatusDocument(scans, List.of());
    }

    private static StatusScan scan(String trackingNumber, String code, Instant at) {
        return new StatusScan(null, trackingNumber, code, null, new StatusScan.When(at, null, null), null, null);
    }
}
