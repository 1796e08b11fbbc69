package upbeat.herald.core.wording;

import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Payment;

/** When a block of an e-mail is shown. */
public enum BlockCondition {
    CASH_ON_DELIVERY(
            "cash-on-delivery",
            "only if cash on delivery",
            s -> s.order().purchase().payment() == Payment.CASH_ON_DELIVERY),
    PREPAID("prepaid", "only if prepaid", s -> s.order().purchase().payment() != Payment.CASH_ON_DELIVERY),
    SEVERAL_PARCELS(
            "several-parcels",
            "only if there are several parcels",
            s -> s.tracking().parcels() > 1),
    PART_OF_ORDER("part-of-order", "only if the parcel holds a part of the order", MessageSubject::isPartOfOrder),
    LINK_TAKES_NUMBER(
            "link-takes-number",
            "only if the tracking link takes the number",
            s -> s.parcel() != null
                    && (s.linkedPage() != null
                            || s.carrier() != null && s.carrier().linkTakesNumber())),
    NUMBER_TO_PASTE(
            "number-to-paste",
            "only if the number has to be pasted",
            s -> s.parcel() != null
                    && s.linkedPage() == null
                    && (s.carrier() == null || !s.carrier().linkTakesNumber())),
    HAS_PICTURES("has-pictures", "only if the items have pictures", s -> s.contents().stream()
            .anyMatch(i -> i.imageUrl() != null));

    private final String code;
    private final String label;
    private final Predicate<MessageSubject> holds;

    BlockCondition(String code, String words, Predicate<MessageSubject> holds) {
        this.code = code;
        this.label = words;
        this.holds = holds;
    }

    public String code() {
        return code;
    }

    public String label() {
        return label;
    }

    public boolean holds(MessageSubject subject) {
        return holds.test(subject);
    }

    /** The condition for its word, or null. */
    public static @Nullable BlockCondition fromCode(@Nullable String word) {
        for (BlockCondition c : values()) if (c.code.equals(word)) return c;
        return null;
    }
}
