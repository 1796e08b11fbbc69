package upbeat.herald.core.returns;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.template.FieldValues;

/**
 * What a customer asks to send back.
 *
 * @param quantities by the item's place in the order; 0 or less for what stays
 * @param note what was written besides, or null
 */
public record ReturnRequest(
        Map<Integer, Integer> quantities,
        @Nullable ReturnReason reason,
        @Nullable String note) {
    public static final int LONGEST_NOTE = 500;
    /** A form of nothing yet. */
    public static final ReturnRequest EMPTY = new ReturnRequest(Map.of(), null, null);

    public ReturnRequest {
        quantities = Map.copyOf(quantities);
        note = Texts.blankToNull(note);
        if (note != null && note.length() > LONGEST_NOTE) note = note.substring(0, LONGEST_NOTE);
    }

    int quantityOf(int place) {
        return Math.max(0, quantities.getOrDefault(place, 0));
    }

    /** What is asked for and may be sent back. */
    public List<CustomerReturn.Item> choose(ReturnOffer offer) {
        List<CustomerReturn.Item> chosen = new ArrayList<>();
        for (ReturnOffer.Line line : offer.lines())
            if (quantityOf(line.place()) > 0)
                chosen.add(new CustomerReturn.Item(
                        line.place(),
                        Objects.requireNonNullElse(FieldValues.itemName(line.item()), ""),
                        quantityOf(line.place())));
        return chosen;
    }

    /** Key of what keeps it from being taken, or null. */
    public @Nullable String findFault(ReturnOffer offer) {
        if (offer.lines().stream().noneMatch(l -> quantityOf(l.place()) > 0)) return "fault.items";
        if (offer.lines().stream().anyMatch(l -> quantityOf(l.place()) > l.left())) return "fault.left";
        return reason == null ? "fault.reason" : null;
    }

    /** Row of the parcel most of it came in; 0 where nobody knows. */
    public long parcelOf(ReturnOffer offer) {
        return offer.lines().stream()
                .filter(l -> quantityOf(l.place()) > 0)
                .max((a, b) -> Integer.compare(quantityOf(a.place()), quantityOf(b.place())))
                .map(ReturnOffer.Line::parcel)
                .orElse(0L);
    }
}
