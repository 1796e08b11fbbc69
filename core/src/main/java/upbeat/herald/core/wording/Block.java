package upbeat.herald.core.wording;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * One block of an e-mail. Which values count depends on the kind; the others are null.
 *
 * @param kind see {@link Kind}
 * @param text words of a heading or a delay notice; of a text block its markup: paragraphs, bold, italics, links,
 *     lists, and fields in double braces
 * @param when shown only then, a word of {@link upbeat.herald.core.wording.Condition}; null for always
 * @param columns two or three lists of blocks side by side, without columns in them
 * @param items recommended items
 */
public record Block(
        String kind,
        @Nullable String text,
        @Nullable String when,
        @JsonUnwrapped Link link,
        @JsonUnwrapped Image picture,
        @JsonUnwrapped Listing listing,
        @Nullable List<List<Block>> columns,
        @Nullable List<Recommended> items) {
    public record Recommended(
            @Nullable String name,
            @Nullable String href,
            @Nullable String src,
            @Nullable String price) {}

    /**
     * @param href where a button or a picture leads
     * @param label of a button
     * @param style {@code button} or {@code text}: how the tracking link looks
     */
    public record Link(
            @Nullable String href,
            @Nullable String label,
            @Nullable String style) {
        static final Link NONE = new Link(null, null, null);
    }

    /**
     * @param src address of a picture; {@code alt} its text; {@code width} in pixels, 1 to 600
     * @param height of a space in pixels, 4 to 96
     */
    public record Image(
            @Nullable String src,
            @Nullable String alt,
            @Nullable Integer width,
            @Nullable Integer height) {
        static final Image NONE = new Image(null, null, null, null);
    }

    /**
     * @param of {@code parcel} or {@code order}: whose items are listed
     * @param part true to say "2 of 3 items are in this parcel" above them
     */
    public record Listing(@Nullable String of, @Nullable Boolean part) {
        static final Listing NONE = new Listing(null, null);
    }

    public Block {
        link = link == null ? Link.NONE : link;
        picture = picture == null ? Image.NONE : picture;
        listing = listing == null ? Listing.NONE : listing;
        columns = columns == null ? null : columns.stream().map(List::copyOf).toList();
        items = items == null ? null : List.copyOf(items);
    }

    /** The columns; none where it is another kind of block. */
    public List<List<Block>> columnsOrNone() {
        return columns == null ? List.of() : columns;
    }

    /** The recommended items; none where it is another kind of block. */
    public List<Recommended> itemsOrNone() {
        return items == null ? List.of() : items;
    }

    public static Block of(String kind) {
        return new Block(kind, null, null, Link.NONE, Image.NONE, Listing.NONE, null, null);
    }

    public static Block text(String markup) {
        return of("text").withText(markup);
    }

    public static Block button(String label, String href) {
        return new Block("button", null, null, new Link(href, label, null), Image.NONE, Listing.NONE, null, null);
    }

    /** The items of the parcel, with "2 of 3 items" above them where they are not all. */
    public static Block itemsOfParcel() {
        return of("items").withListing(new Listing("parcel", true));
    }

    /** Its markup, and that of its columns, comes down to what a text block knows. */
    Block cleaned() {
        Kind known = Kind.fromCode(kind);
        Block own = (known == Kind.TEXT || known == Kind.DELAY) && text != null ? withText(RichText.clean(text)) : this;
        return columns == null
                ? own
                : own.withColumns(columns.stream()
                        .map(c -> c.stream().map(Block::cleaned).toList())
                        .toList());
    }

    public Block withText(@Nullable String other) {
        return new Block(kind, other, when, link, picture, listing, columns, items);
    }

    public Block withWhen(@Nullable String other) {
        return new Block(kind, text, other, link, picture, listing, columns, items);
    }

    public Block withLink(Link other) {
        return new Block(kind, text, when, other, picture, listing, columns, items);
    }

    public Block withPicture(Image other) {
        return new Block(kind, text, when, link, other, listing, columns, items);
    }

    public Block withListing(Listing other) {
        return new Block(kind, text, when, link, picture, other, columns, items);
    }

    public Block withColumns(List<List<Block>> other) {
        return new Block(kind, text, when, link, picture, listing, other, items);
    }

    public Block withItems(List<Recommended> other) {
        return new Block(kind, text, when, link, picture, listing, columns, other);
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
        HTML("html"),
        /** Of the tracking page: all parcels with their progress. */
        PARCELS("parcels"),
        /** Of the tracking page: what was sent back, and the way to do so. */
        RETURNS("returns"),
        /** Of the tracking page: whom to ask, the brand's links, the customer's preferences. */
        HELP("help");

        private static final Set<Kind> OF_PAGES = EnumSet.of(PARCELS, RETURNS, HELP);
        private static final Set<Kind> OF_MAILS = EnumSet.of(ITEMS, PARCEL, ADDRESS, TOTALS, HTML);

        private final String code;

        Kind(String code) {
            this.code = code;
        }

        public String code() {
            return code;
        }

        /** False where only the other of the two may have it. */
        public boolean isFor(boolean page) {
            return !(page ? OF_MAILS : OF_PAGES).contains(this);
        }

        /** The kind for its word. @throws IllegalArgumentException where there is none */
        public static Kind getByCode(String word) {
            Kind kind = fromCode(word);
            if (kind == null) throw new IllegalArgumentException("There is no block " + word);
            return kind;
        }

        /** The kind for its word, or null. */
        public static @Nullable Kind fromCode(String word) {
            for (Kind k : values()) if (k.code.equals(word)) return k;
            return null;
        }
    }
}
