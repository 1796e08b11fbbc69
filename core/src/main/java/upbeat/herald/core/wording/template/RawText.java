package upbeat.herald.core.wording.template;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
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

    /** Escapes for HTML what is not inside double braces. */
    public static String escapeAroundFields(@Nullable String value) {
        if (value == null) return "";
        StringBuilder out = new StringBuilder();
        int from = 0;
        while (from < value.length()) {
            int open = value.indexOf("{{", from);
            int close = open < 0 ? -1 : value.indexOf("}}", open);
            String words = value.substring(from, close < 0 ? value.length() : open);
            out.append(Texts.escapeHtml(words));
            if (close < 0) break;
            out.append(value, open, close + 2);
            from = close + 2;
        }
        return out.toString();
    }
}
