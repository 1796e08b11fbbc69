package upbeat.herald.core.wording;

import java.util.List;
import java.util.Optional;

/** The catalogue of fields. A wording may name these and no others. */
public final class Fields {
    /** Whole blocks of an e-mail; each stands alone in its paragraph. */
    public static final String ITEMS_BLOCK = "block.items";
    public static final String PARCEL_BLOCK = "block.parcel";
    public static final String QUESTION_BLOCK = "block.question";

    public static final List<Field> ALL = List.of(
            new Field("customer.firstName", "First word of the customer's name", "Ottoline", false),
            new Field("customer.name", "The customer's name", "Ottoline Brack", false),
            new Field("order.number", "The shop's order number", "QK-20871", false),
            new Field("order.total", "What the order costs", "84.50 AUD", false),
            new Field("order.items", "What was ordered, in one line", "1 Box kite, 2 Ribbon tails", false),
            new Field("order.placedOn", "The day of the order", "24 November 2026", false),
            new Field("shipTo.city", "Where it goes", "Hobart", false),
            new Field("shipTo.country", "Country of destination", "Australia", false),
            new Field("parcel.carrier", "Who brings the parcel", "Skerry Post", true),
            new Field("parcel.trackingNumber", "The tracking number", "RX473124829XS", true),
            new Field("parcel.trackingLink", "The carrier's tracking page", "https://track.skerry-post.example/RX473124829XS", true),
            new Field("parcel.items", "What is in this parcel, in one line", "1 Box kite", true),
            new Field("brand.name", "Who is speaking", "Quillfeather Kites", false),
            new Field("brand.phone", "Telephone for questions", "+46 31 390 06 01", false),
            new Field("answer.link", "Link to the page with the answer buttons", "https://kites.example/a/Zm9v", false));

    public static final List<Field> BLOCKS = List.of(
            new Field(ITEMS_BLOCK, "Every item with picture, quantity and price", "", false),
            new Field(PARCEL_BLOCK, "Carrier, tracking number and link", "", true),
            new Field(QUESTION_BLOCK, "The answer buttons", "", false));

    private Fields() {}

    public static Optional<Field> named(String name) {
        return ALL.stream().filter(f -> f.name().equals(name)).findFirst();
    }

    static boolean isBlock(String name) {
        return BLOCKS.stream().anyMatch(f -> f.name().equals(name));
    }
}
