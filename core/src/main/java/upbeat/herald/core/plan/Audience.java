package upbeat.herald.core.plan;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;

/**
 * Whom a notice is for. Every list that is not empty must hold the order's value; an empty list means all.
 *
 * @param countries ISO 3166-1 alpha-2 of the destination
 * @param carriers keys; asked only where there is a parcel
 */
public record Audience(Set<Payment> payments, Set<String> countries, Set<String> carriers, Set<String> shops) {
    public static final Audience EVERYONE = new Audience(Set.of(), Set.of(), Set.of(), Set.of());

    public Audience {
        payments = payments == null ? Set.of() : Set.copyOf(payments);
        countries = countries == null ? Set.of() : Set.copyOf(countries);
        carriers = carriers == null ? Set.of() : Set.copyOf(carriers);
        shops = shops == null ? Set.of() : Set.copyOf(shops);
    }

    /** Why the order is outside, or empty where the notice is for it. */
    public Optional<Reason> excludes(Order order, Parcel parcel) {
        String country = order.shipTo() == null ? null : order.shipTo().country();
        return outside(payments, order.payment(), Payment::words, "is")
                .or(() -> outside(countries, country, c -> c, "goes to"))
                .or(() -> parcel == null ? Optional.empty() : outside(carriers, parcel.carrier(), c -> c, "goes by"))
                .or(() -> outside(shops, order.shop(), s -> s, "comes from"));
    }

    private static <T> Optional<Reason> outside(Set<T> wanted, T value, Function<T, String> words, String verb) {
        if (wanted.isEmpty() || value != null && wanted.contains(value)) return Optional.empty();
        String is = value == null ? "an unknown place" : words.apply(value);
        return Optional.of(new Reason(
                Reason.Code.NOT_FOR,
                "This order " + verb + " " + is + "; the notice is for "
                        + list(wanted.stream().map(words).toList(), "or")));
    }

    /** The audience in words: "cash on delivery, DE and AT", or "everyone". */
    public String words() {
        List<String> parts = new ArrayList<>();
        if (!payments.isEmpty())
            parts.add(list(payments.stream().map(Payment::words).toList(), "or"));
        if (!countries.isEmpty()) parts.add(list(countries, "and"));
        if (!carriers.isEmpty()) parts.add("by " + list(carriers, "or"));
        if (!shops.isEmpty()) parts.add("from " + list(shops, "and"));
        return parts.isEmpty() ? "everyone" : String.join(", ", parts);
    }

    private static String list(Collection<String> words, String last) {
        List<String> sorted = List.copyOf(new TreeSet<>(words));
        if (sorted.size() == 1) return sorted.get(0);
        return sorted.subList(0, sorted.size() - 1).stream().collect(Collectors.joining(", ")) + " " + last + " "
                + sorted.get(sorted.size() - 1);
    }
}
