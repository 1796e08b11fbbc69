package upbeat.herald.core.wording;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.carrier.S10Range;
import upbeat.herald.core.journey.Order.ShipTo;

/**
 * Who may send what back, until when, and where to.
 *
 * @param isOn false while customers can't ask for a label
 * @param countries ISO 3166-1 alpha-2 codes of the destinations it is offered to; empty for all
 * @param days after the day of delivery, on the customer's calendar; 0 to {@value #MOST_DAYS}
 * @param excluded article numbers that aren't taken back; {@code *} stands for any letters
 * @param carrier key of the one that brings returns
 * @param numbers of the carrier, to be printed; null where labels bear numbers of our own
 * @param address where returns go; its country is the one of the sender's label too
 */
public record ReturnTerms(
        boolean isOn,
        List<String> countries,
        int days,
        List<String> excluded,
        @Nullable String carrier,
        @Nullable S10Range numbers,
        @Nullable ShipTo address) {
    public static final int MOST_DAYS = 365;
    /**
     * The shortest time the law of the European Union leaves for a change of mind (Directive 2011/83/EU, article 9).
     */
    public static final int USUAL_DAYS = 14;

    public static final ReturnTerms OFF = new ReturnTerms(false, List.of(), USUAL_DAYS, List.of(), null, null, null);

    public ReturnTerms {
        countries = countries == null ? List.of() : List.copyOf(countries);
        excluded = excluded == null ? List.of() : List.copyOf(excluded);
    }
}
