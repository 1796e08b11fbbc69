package upbeat.herald.core.wording;

import java.util.List;
import java.util.Optional;

/** The catalogue of fields. A wording may name these and no others. */
public final class Fields {
    /**
     * Whole blocks of an e-mail in its short form, and in one written as HTML; each stands alone in its paragraph.
     * Behind the point stands the block's kind.
     */
    public static final String BLOCK = "block.";

    public static final String PARCEL_BLOCK = "block.parcel";
    public static final String QUESTION_BLOCK = "block.question";

    public static final List<Field> ALL = List.of(
            new Field("customer.firstName", "First word of the customer name", "Ottoline", false),
            new Field("customer.name", "The customer's name", "Ottoline Brack", false),
            new Field("customer.email", "The customer's e-mail address", "ottoline.brack@customer.example", false),
            new Field("customer.phone", "The customer's phone number", "+61 491 570 156", false),
            new Field("order.number", "The shop's order number", "QK-20871", false),
            new Field("order.total", "The order total", "A$84.50", false),
            new Field("order.items", "The items, in one line", "1 Box kite and 2 Ribbon tails", false),
            new Field("order.itemCount", "Number of items in the order", "3", false),
            new Field("order.placedOn", "The order date", "November 24, 2026", false),
            new Field("order.parcelCount", "Number of parcels", "2", true),
            new Field(
                    "order.trackingNumbers", "Tracking numbers of all parcels", "RX473124829XS, HOP 0041 7738 2", true),
            new Field(
                    "order.trackingPage",
                    "The order's own tracking page, empty while it is turned off",
                    "https://kites.example/o/AAAAAAAAB-dUZTQn1kVLTmEyQkZ",
                    false),
            new Field("order.shop", "The shop's short name", "kites", false),
            new Field("shipTo.name", "The recipient's name", "Ottoline Brack", false),
            new Field("shipTo.street", "Street of destination", "7 Lantern Lane", false),
            new Field("shipTo.postcode", "Postcode of destination", "7000", false),
            new Field("shipTo.city", "City of destination", "Hobart", false),
            new Field("shipTo.region", "Region of destination", "Tasmania", false),
            new Field("shipTo.country", "Country of destination", "Australia", false),
            new Field("parcel.carrier", "The carrier's name", "Skerry Post", true),
            new Field("parcel.trackingNumber", "The tracking number", "RX473124829XS", true),
            new Field(
                    "parcel.trackingLink",
                    "The carrier's tracking page",
                    "https://track.skerry-post.example/RX473124829XS",
                    true),
            new Field(
                    "parcel.shortLink", "A short link to the tracking page", "https://kites.example/t/1f3Xq9Za", true),
            new Field(
                    "parcel.calendarLink",
                    "The expected day for the customer's calendar, empty while tracking pages are turned off",
                    "https://kites.example/o/AAAAAAAAB-dUZTQn1kVLTmEyQkZ/parcels/1.ics",
                    true),
            new Field("parcel.items", "The items in this parcel, in one line", "1 Box kite", true),
            new Field("parcel.itemCount", "Number of items in this parcel", "1", true),
            new Field("parcel.place", "This parcel's number in the order", "1", true),
            new Field(
                    "parcel.reportedBy",
                    "Carrier that reported this, empty if someone on your team marked it",
                    "Hopgate",
                    true),
            new Field("parcel.ofSeveral", "This parcel among several, empty if the order has one parcel", "1/2", true),
            new Field("parcel.dispatchedOn", "The dispatch date", "November 25, 2026", true),
            new Field("date.today", "Today's date, where the customer lives", "November 25, 2026", false),
            new Field(
                    "date.arrives",
                    "Estimated delivery date: the carrier's, or else in three working days; or {{arrives 5 \"days\"}}",
                    "November 30, 2026",
                    false),
            new Field("brand.name", "The brand name", "Quillfeather Kites", false),
            new Field("brand.phone", "Phone number for questions", "+46 31 390 06 01", false),
            new Field("brand.email", "The sender address", "parcels@quillfeather.example", false),
            new Field("brand.helpUrl", "Address of the help page", "https://quillfeather.example/help", false),
            new Field("return.number", "The number on the return label", "CP400000179XS", false),
            new Field("return.items", "The items in the return, in one line", "1 Box kite", false),
            new Field(
                    "return.page",
                    "The customer's page of the return, with its label",
                    "https://kites.example/o/AAAAAAAAB-dUZTQn1kVLTmEyQkZ/returns/1",
                    false),
            new Field("answer.link", "Link to the answer page", "https://kites.example/a/Zm9v", false));

    public static final List<Field> BLOCKS = List.of(
            new Field("block.items", "All items with picture, quantity and price", "", false),
            new Field(PARCEL_BLOCK, "Carrier, tracking number and link", "", true),
            new Field("block.totals", "Totals", "", false),
            new Field("block.address", "Delivery address", "", false),
            new Field(QUESTION_BLOCK, "The answer buttons", "", false));

    private Fields() {}

    public static Optional<Field> find(String name) {
        return ALL.stream().filter(f -> f.name().equals(name)).findFirst();
    }

    /** True where it says who somebody is or where they live. */
    public static boolean isPersonal(String name) {
        return name.startsWith("customer.") || name.startsWith("shipTo.");
    }

    public static boolean isBlock(String name) {
        return BLOCKS.stream().anyMatch(f -> f.name().equals(name));
    }
}
