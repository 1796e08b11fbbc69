package upbeat.herald.core.notice;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
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
    public Optional<Reason> excludes(Order order, @Nullable Parcel parcel) {
        String country = order.shipTo() == null ? null : order.shipTo().country();
        return outsidePayments(order.purchase().payment())
                .or(() -> outside(countries, country, "goes to", "to", Audience::countryName))
                .or(() -> parcel == null
                        ? Optional.empty()
                        : outside(carriers, parcel.carrier(), "goes with", "with", c -> c))
                .or(() -> outside(shops, order.shop(), "comes from", "from", s -> s));
    }

    private Optional<Reason> outsidePayments(Payment payment) {
        if (payments.isEmpty() || payment != null && payments.contains(payment)) return Optional.empty();
        String is = payment == null ? "has no payment method" : "is " + payment.label();
        return Optional.of(new Reason(
                Reason.Code.NOT_FOR, "This order " + is + ". The notice is only for " + paymentWords() + " orders"));
    }

    private String paymentWords() {
        return list(payments.stream().map(p -> p.label().replace(' ', '-')).toList(), "or");
    }

    private static <T> Optional<Reason> outside(
            Set<T> wanted, @Nullable T value, String verb, String preposition, Function<T, String> name) {
        if (wanted.isEmpty() || value != null && wanted.contains(value)) return Optional.empty();
        String is = value == null ? "an unknown place" : name.apply(value);
        return Optional.of(new Reason(
                Reason.Code.NOT_FOR,
                "This order " + verb + " " + is + ". The notice is only for orders " + preposition + " "
                        + list(wanted.stream().map(name).toList(), "or")));
    }

    /**
     * The audience in words: "cash-on-delivery orders to Austria and Germany", or "everyone".
     *
     * @param carrierName the name of a carrier by its key
     */
    public String describe(UnaryOperator<String> carrierName) {
        if (equals(EVERYONE)) return "everyone";
        StringBuilder words = new StringBuilder();
        if (!payments.isEmpty()) words.append(paymentWords()).append(' ');
        words.append("orders");
        if (!countries.isEmpty())
            words.append(" to ")
                    .append(list(countries.stream().map(Audience::countryName).toList(), "and"));
        if (!carriers.isEmpty())
            words.append(" with ")
                    .append(list(carriers.stream().map(carrierName).toList(), "or"));
        if (!shops.isEmpty()) words.append(" from ").append(list(shops, "and"));
        return words.toString();
    }

    /** The English name of a country, by ISO 3166-1 alpha-2, as Unicode CLDR writes it. */
    private static String countryName(String code) {
        return new Locale("", code).getDisplayCountry(Locale.ENGLISH);
    }

    private static String list(Collection<String> words, String last) {
        List<String> sorted = List.copyOf(new TreeSet<>(words));
        if (sorted.size() == 1) return sorted.get(0);
        return sorted.subList(0, sorted.size() - 1).stream().collect(Collectors.joining(", ")) + " " + last + " "
                + sorted.get(sorted.size() - 1);
    }
}
