package upbeat.herald.core.exchange;

import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;

/**
 * Reads one kind of document that holds scans. The readers are found by {@link ServiceLoader}: a further kind of
 * document is one further class.
 */
public interface ScanDocumentReader {
    /** Lower case letters, stable: used in addresses and in the settings of feeds. */
    String code();

    /** The kind of document in a list to choose from: "EDIFACT IFTSTA". */
    String label();

    /** True where a document looks like this kind, by its first bytes; it may still turn out to be a bad one. */
    boolean supports(byte[] document);

    /** @throws upbeat.herald.core.HeraldException where the document as a whole can't be used */
    StatusDocument read(byte[] document);

    /** Every reader, by its code. */
    static List<ScanDocumentReader> all() {
        return Registry.ALL;
    }

    static Optional<ScanDocumentReader> fromCode(String code) {
        return all().stream().filter(r -> r.code().equals(code)).findFirst();
    }

    /** The reader for a document whose kind nobody named. */
    static Optional<ScanDocumentReader> find(byte[] document) {
        return all().stream().filter(r -> r.supports(document)).findFirst();
    }

    /** Loaded when it is asked for first. */
    final class Registry {
        private static final List<ScanDocumentReader> ALL =
                ServiceLoader.load(ScanDocumentReader.class, ScanDocumentReader.class.getClassLoader()).stream()
                        .map(ServiceLoader.Provider::get)
                        .sorted(java.util.Comparator.comparing(ScanDocumentReader::code))
                        .toList();

        private Registry() {}
    }
}
