package upbeat.herald.core.wording;

/**
 * Something that keeps a wording from being saved.
 *
 * @param line,column where it stands, both from 1
 * @param part which part of the wording: {@code subject}, {@code preview}, {@code text}, {@code html}, {@code header},
 *     {@code footer}, {@code link}, or {@code blocks[2]}
 */
public record WordingError(int line, int column, String message, String part) {
    public WordingError(int line, int column, String message) {
        this(line, column, message, "text");
    }

    /** The same in another part of the wording. */
    public WordingError inPart(String other) {
        return new WordingError(line, column, message, other);
    }
}
