package upbeat.herald.server.ingest;

/** What became of a fact. @param messages how many were planned */
public record Ingested<T>(T row, Change change, int messages) {
    public enum Change {
        NEW,
        CHANGED,
        UNCHANGED
    }
}
