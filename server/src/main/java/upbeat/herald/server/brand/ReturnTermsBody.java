package upbeat.herald.server.brand;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.S10Range;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.ReturnTerms;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * What customers may send back, as the interface writes it; what is missing is as in {@link ReturnTerms#OFF}.
 *
 * @param excluded article numbers, with {@code *} for any letters
 * @param numbers the carrier's own for the labels, or null for ours
 * @param address where returns go
 */
record ReturnTermsBody(
        @Nullable Boolean on,
        @Nullable List<String> countries,
        @Nullable Integer days,
        @Nullable List<String> excluded,
        @Nullable String carrier,
        @Nullable NumberRangeBody numbers,
        @Nullable ReturnAddressBody address) {
    private static final Set<String> COUNTRIES = Countries.CODES;
    private static final int MOST_EXCLUDED = 500;
    private static final int LONGEST_SKU = 100;
    private static final int LONGEST_LINE = 60;

    /** @param first,last eight digits, without the check digit */
    record NumberRangeBody(
            @Nullable String service,
            @Nullable Integer first,
            @Nullable Integer last,
            @Nullable String country) {
        static @Nullable NumberRangeBody of(@Nullable S10Range r) {
            return r == null ? null : new NumberRangeBody(r.service(), r.first(), r.last(), r.country());
        }

        S10Range toRange() {
            return new S10Range(upper(service), first == null ? -1 : first, last == null ? -1 : last, upper(country));
        }

        private static String upper(@Nullable String text) {
            return Texts.orEmpty(text).strip().toUpperCase(Locale.ROOT);
        }
    }

    record ReturnAddressBody(
            @Nullable String name,
            @Nullable String street,
            @Nullable String postcode,
            @Nullable String city,
            @Nullable String country) {
        static @Nullable ReturnAddressBody of(Order.@Nullable ShipTo to) {
            return to == null
                    ? null
                    : new ReturnAddressBody(to.name(), to.street(), to.postcode(), to.city(), to.country());
        }

        Order.ShipTo toAddress() {
            return new Order.ShipTo(strip(name), strip(street), strip(city), null, strip(postcode), strip(country));
        }

        boolean isBlank() {
            return Texts.isBlank(name)
                    && Texts.isBlank(street)
                    && Texts.isBlank(postcode)
                    && Texts.isBlank(city)
                    && Texts.isBlank(country);
        }

        private static @Nullable String strip(@Nullable String text) {
            return Texts.isBlank(text) ? null : text.strip();
        }
    }

    static ReturnTermsBody of(ReturnTerms t) {
        return new ReturnTermsBody(
                t.isOn(),
                t.countries(),
                t.days(),
                t.excluded(),
                t.carrier(),
                NumberRangeBody.of(t.numbers()),
                ReturnAddressBody.of(t.address()));
    }

    /** What is turned on has to be whole; what is off may be half filled in, as long as it can be kept. */
    void validate(ValidationException errors) {
        boolean isOn = Boolean.TRUE.equals(on);
        if (days != null && (days < 0 || days > ReturnTerms.MOST_DAYS))
            errors.add("returns.days", "Enter 0 to " + ReturnTerms.MOST_DAYS + " days");
        if (countries != null && !COUNTRIES.containsAll(countries))
            errors.add("returns.countries", "Choose countries from the list");
        if (excluded != null
                && (excluded.size() > MOST_EXCLUDED
                        || excluded.stream().anyMatch(x -> Texts.isBlank(x) || x.length() > LONGEST_SKU)))
            errors.add(
                    "returns.excluded",
                    "Enter up to " + MOST_EXCLUDED + " SKUs of up to " + LONGEST_SKU + " characters each");
        if (isOn && Texts.isBlank(carrier)) errors.add("returns.carrier", "Choose who carries returns");
        if (numbers != null && !numbers.toRange().findFaults().isEmpty())
            errors.add(
                    "returns.numbers",
                    "Enter two letters, the first and the last number of eight digits, and the two letters of the"
                            + " country");
        validateAddress(isOn, errors);
    }

    private void validateAddress(boolean isOn, ValidationException errors) {
        if (address == null || address.isBlank()) {
            if (isOn) errors.add("returns.address", "Enter the address that returns go to");
            return;
        }
        if (isOn && (Texts.isBlank(address.name()) || Texts.isBlank(address.street()) || Texts.isBlank(address.city())))
            errors.add("returns.address", "Enter a name, a street and a city");
        if (address.country() != null && !COUNTRIES.contains(address.country()))
            errors.add("returns.address", "Choose the country from the list");
        for (String line : new String[] {address.name(), address.street(), address.postcode(), address.city()})
            if (line != null && line.length() > LONGEST_LINE)
                errors.add("returns.address", "Enter up to " + LONGEST_LINE + " characters in each line");
    }

    /** @param hasTracking false where there is no page on which a customer could ask for a label */
    ReturnTerms toTerms(boolean hasTracking) {
        return new ReturnTerms(
                hasTracking && Boolean.TRUE.equals(on),
                Objects.requireNonNullElse(countries, List.of()),
                days == null ? ReturnTerms.USUAL_DAYS : days,
                excluded == null
                        ? List.of()
                        : excluded.stream().map(String::strip).distinct().toList(),
                Texts.isBlank(carrier) ? null : carrier,
                numbers == null ? null : numbers.toRange(),
                address == null || address.isBlank() ? null : address.toAddress());
    }
}
