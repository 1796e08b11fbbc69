package upbeat.herald.server.customerpage;

import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** Letters for labels: Liberation Sans, which comes with the PDF library, has those of Europe's alphabets. */
final class LabelFont {
    private static final String FILE = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

    private LabelFont() {}

    static PDFont load(PDDocument document) throws IOException {
        try (InputStream in = Objects.requireNonNull(PDFont.class.getResourceAsStream(FILE))) {
            return PDType0Font.load(document, in);
        }
    }

    /** The text, with a question mark for each letter that the font doesn't have. */
    static String printable(PDFont font, String text) throws IOException {
        StringBuilder known = new StringBuilder();
        for (int at = 0; at < text.length(); at += Character.charCount(text.codePointAt(at))) {
            String letter = Character.toString(text.codePointAt(at));
            known.append(hasLetter(font, letter) ? letter : "?");
        }
        return known.toString();
    }

    private static boolean hasLetter(PDFont font, String letter) throws IOException {
        try {
            font.encode(letter);
            return true;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** As much of a text as fits. */
    static String cut(PDFont font, String text, float size, float width) throws IOException {
        String fitting = text;
        while (fitting.length() > 1 && font.getStringWidth(fitting) / 1000 * size > width + 0.5f)
            fitting = fitting.substring(0, fitting.length() - 2) + "…";
        return fitting;
    }
}
