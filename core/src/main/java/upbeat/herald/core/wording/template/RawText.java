package upbeat.herald.core.wording.template;

import java.util.List;
import upbeat.herald.core.wording.WordingError;

/** Paragraphs and places of a text as somebody wrote it. */
public final class RawText {
    private RawText() {}

    /** Parted by blank lines. */
    public static List<String> paragraphs(String text) {
        return List.of(text.strip().split("\\R\\s*\\R"));
    }

    /** An error with the line and column of a character. @param index of the character, from 0 */
    public static WordingError errorAt(String text, int index, String message) {
        int line = 1;
        int start = 0;
        for (int i = text.indexOf('\n'); i >= 0 && i < index; i = text.indexOf('\n', i + 1)) {
            line++;
            start = i + 1;
        }
        return new WordingError(line, index - start + 1, message);
    }
}
