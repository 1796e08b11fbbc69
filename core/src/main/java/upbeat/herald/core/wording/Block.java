package upbeat.herald.core.wording;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One block of an e-mail. Which values count depends on the kind; the others are null.
 *
 * @param kind see {@link Kind}
 * @param text words of a heading or a delay notice; of a text block its markup: paragraphs, bold, italics, links,
 *     lists, and fields in double braces
 * @param when shown only then, a word of {@link upbeat.herald.core.wording.Condition}; null for always
 * @param href where a button or a picture leads
 * @param label of a button
 * @param src address of a picture; {@code alt} its text; {@code width} in pixels, 1 to 600; {@code height} of a space
 *     in pixels, 4 to 96
 * @param of {@code parcel} or {@code order}: whose items are listed; {@code part} true to say "2 of 3 items are in this
 *     parcel" above them
 * @param style {@code button} or {@code text}: how the tracking link looks
 * @param columns two or three lists of blocks side by side, without columns in them
 * @param items recommended items
 */
public record Block(
        String kind,
        @Nullable String text,
        @Nullable String when,
        @Nullable String href,
        @Nullable String label,
        @Nullable String src,
        @Nullable String alt,
        @Nullable Integer width,
        @Nullable Integer height,
        @Nullable String of,
        @Nullable Boolean part,
        @Nullable String style,
        @Nullable List<List<Block>> columns,
        @Nullable List<Recommended> items) {
    public record Recommended(
            String name,
            @Nullable String href,
            @Nullable String src,
            @Nullable String price) {}

    public Block {
        columns = columns == null ? null : columns.stream().map(List::copyOf).toList();
        items = items == null ? null : List.copyOf(items);
    }

    public static Block of(String kind) {
        return new Block(kind, null, null, null, null, null, null, null, null, null, null, null, null, null);
    }

    public static Block text(String markup) {
        return of("text").withText(markup);
    }

    /** The items of the parcel, with "2 of 3 items" above them where they are not all. */
    public static Block itemsOfParcel() {
        return new Block("items", null, null, null, null, null, null, null, null, "parcel", true, null, null, null);
    }

    public Block withText(String other) {
        return new Block(kind, other, when, href, label, src, alt, width, height, of, part, style, columns, items);
    }

    public Block withWhen(String other) {
        return new Block(kind, text, other, href, label, src, alt, width, height, of, part, style, columns, items);
    }

    public Block withColumns(List<List<Block>> other) {
        return new Block(kind, text, when, href, label, src, alt, width, height, of, part, style, other, items);
    }

    /** What a block can be. */
    public enum Kind {
        HEADING("heading"),
        TEXT("text"),
        ITEMS("items"),
        PARCEL("parcel"),
        ADDRESS("address"),
        TOTALS("totals"),
        BUTTON("button"),
        QUESTION("question"),
        PICTURE("picture"),
        COLUMNS("columns"),
        LINE("line"),
        SPACE("space"),
        DELAY("delay"),
        RECOMMENDED("recommended"),
        HTML("html");

        private final String code;

        Kind(String code) {
            this.code = code;
        }

        public String code() {
            return code;
        }

        /** The kind for its word, or null. */
        public static Kind fromCode(String word) {
            for (Kind k : values()) if (k.code.equals(word)) return k;
            return null;
        }
    }
}
