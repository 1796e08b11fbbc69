package upbeat.herald.core.wording;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The catalogue of fields. A wording may name these and no others. */
public final class Fields {
    /**
     * Whole blocks of an e-mail in its short form, and in one written as HTML; each stands alone in its paragraph.
     * Behind the point stands the block's kind.
     */
    static final String BLOCK = "block.";

    static final String PARCEL_BLOCK = "block.parcel";
    static final String QUESTION_BLOCK = "block.question";

    public static final List<Field> ALL = List.of(
            new Field("customer.firstName", "First word of the customer's name", "Ottoline", false),
            new Field("customer.name", "The customer's name", "Ottoline Brack", false),
            new Field("customer.email", "The customer's e-mail address", "ottoline.brack@customer.example", false),
            new Field("customer.phone", "The customer's telephone", "+61 491 570 156", false),
            new Field("order.number", "The shop's order number", "QK-20871", false),
            new Field("order.total", "What the order costs", "A$84.50", false),
            new Field("order.items", "What was ordered, in one line", "1 Box kite and 2 Ribbon tails", false),
            new Field("order.itemCount", "How many pieces were ordered", "3", false),
            new Field("order.placedOn", "The day of the order", "November 24, 2026", false),
            new Field("order.parcelCount", "In how many parcels it goes", "2", true),
            new Field("order.shop", "The shop's short name", "kites", false),
            new Field("shipTo.name", "Who gets it", "Ottoline Brack", false),
            new Field("shipTo.street", "Street of destination", "7 Lantern Lane", false),
            new Field("shipTo.postcode", "Postcode of destination", "7000", false),
            new Field("shipTo.city", "Where it goes", "Hobart", false),
            new Field("shipTo.country", "Country of destination", "Australia", false),
            new Field("parcel.carrier", "Who brings the parcel", "Skerry Post", true),
            new Field("parcel.trackingNumber", "The tracking number", "RX473124829XS", true),
            new Field(
                    "parcel.trackingLink",
                    "The carrier's tracking page",
                    "https://track.skerry-post.example/RX473124829XS",
                    true),
            new Field("parcel.shortLink", "A short link of our own to it", "https://kites.example/t/1f3Xq9Za", true),
            new Field("parcel.items", "What is in this parcel, in one line", "1 Box kite", true),
            new Field("parcel.itemCount", "How many pieces are in it", "1", true),
            new Field("parcel.place", "Which of the order's parcels it is", "1", true),
            new Field("parcel.dispatchedOn", "The day it left", "November 25, 2026", true),
            new Field("date.today", "Today, where the customer lives", "November 25, 2026", false),
            new Field(
                    "date.arrives",
                    "About when it arrives: the carrier's day, else three working days; or {{arrives 5 \"days\"}}",
                    "November 30, 2026",
                    false),
            new Field("brand.name", "Who is speaking", "Quillfeather Kites", false),
            new Field("brand.phone", "Telephone for questions", "+46 31 390 06 01", false),
            new Field("brand.email", "The sender's address", "parcels@quillfeather.example", false),
            new Field("brand.helpUrl", "The page with help", "https://quillfeather.example/help", false),
            new Field(
                    "answer.link", "Link to the page with the answer buttons", "https://kites.example/a/Zm9v", false));

    public static final List<Field> BLOCKS = List.of(
            new Field("block.items", "Every item with picture, quantity and price", "", false),
            new Field(PARCEL_BLOCK, "Carrier, tracking number and link", "", true),
            new Field("block.totals", "What it costs", "", false),
            new Field("block.address", "Where it goes", "", false),
            new Field(QUESTION_BLOCK, "The answer buttons", "", false));

    private Fields() {}

    public static Optional<Field> named(String name) {
        return ALL.stream().filter(f -> f.name().equals(name)).findFirst();
    }

    /** The fields that would be empty in a message about this. */
    public static Set<String> empty(Subject about) {
        Map<String, LazyValues> values = FieldValues.of(about, false);
        return ALL.stream()
                .map(Field::name)
                .filter(name -> {
                    String[] path = name.split("\\.", 2);
                    return values.get(path[0]).get(path[1]) == null;
                })
                .collect(Collectors.toSet());
    }

    static boolean isBlock(String name) {
        return BLOCKS.stream().anyMatch(f -> f.name().equals(name));
    }
}
