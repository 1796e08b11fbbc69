package upbeat.herald.core.exchange;

import java.nio.charset.StandardCharsets;

/** UN/EDIFACT IFTSTA, see {@link Iftsta}. */
public final class IftstaReader implements ScanDocumentReader {
    /** An interchange begins with UNA or UNB (ISO 9735). */
    private static final String BEGINNING = "UN";

    private static final int LOOKED_AT = 64;

    @Override
    public String code() {
        return "iftsta";
    }

    @Override
    public String label() {
        return "EDIFACT IFTSTA";
    }

    @Override
    public boolean supports(byte[] document) {
        return new String(document, 0, Math.min(LOOKED_AT, document.length), StandardCharsets.ISO_8859_1)
                .stripLeading()
                .startsWith(BEGINNING);
    }

    @Override
    public StatusDocument read(byte[] document) {
        return Iftsta.read(document);
    }
}
