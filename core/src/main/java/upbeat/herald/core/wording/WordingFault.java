package upbeat.herald.core.wording;

/**
 * Something that keeps a wording from being saved.
 *
 * @param line,column where it stands, both from 1
 * @param part which part of the wording: {@code subject}, {@code preview}, {@code text}, {@code html}, {@code header},
 *     {@code footer}, {@code link}, or {@code blocks[2]}
 */
public record WordingFault(int line, int column, String message, String part) {
    public WordingFault(int line, int column, String message) {
        this(line, column, message, "text");
    }

    WordingFault in(String other) {
        return new WordingFault(line, column, message, other);
    }
}
