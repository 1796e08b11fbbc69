package upbeat.herald.core.exchange;

import java.nio.charset.StandardCharsets;

/** GS1 EPCIS 2.0 in JSON, see {@link Epcis}. */
public final class EpcisReader implements ScanDocumentReader {
    private static final int LOOKED_AT = 4_096;

    @Override
    public String code() {
        return "epcis";
    }

    @Override
    public String label() {
        return "EPCIS 2.0";
    }

    @Override
    public boolean supports(byte[] document) {
        return new String(document, 0, Math.min(LOOKED_AT, document.length), StandardCharsets.UTF_8)
                .stripLeading()
                .startsWith("{");
    }

    @Override
    public StatusDocument read(byte[] document) {
        return Epcis.read(document);
    }
}
