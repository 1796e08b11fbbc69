package upbeat.herald.core.journey;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/**
 * The words an order is found by, and how a person's search is put to the word index (SQLite FTS5). Every word is found
 * by its beginning; numbers also without their blanks and hyphens and by their last digits, as they are read out on the
 * telephone.
 */
public final class SearchTerms {
    /** Raised when the words change, so that an older index is made anew. */
    public static final String VERSION = "2";

    private static final int[] ENDS = {4, 5, 6, 8};

    private SearchTerms() {}

    /** @param trackingNumbers of all its parcels */
    public static String termsOf(Order order, Collection<String> trackingNumbers) {
        Set<String> words = new LinkedHashSet<>();
        number(words, order.number());
        if (order.customer() != null) {
            if (order.customer().name() != null) words.add(order.customer().name());
            if (order.customer().email() != null) {
                words.add(order.customer().email());
                words.add(joined(order.customer().email()));
            }
            if (order.customer().phone() != null) {
                String digits = order.customer().phone().replaceAll("\\D", "");
                words.add(digits);
                PhoneNumbers.nationalNumber(order.customer().phone()).ifPresent(n -> {
                    words.add(n);
                    words.add("0" + n);
                });
                ends(words, digits);
            }
        }
        if (order.shipTo() != null && order.shipTo().name() != null)
            words.add(order.shipTo().name());
        trackingNumbers.forEach(n -> number(words, n));
        return String.join(" ", words);
    }

    /** The search as an FTS5 expression, or null where it holds nothing that could be found. */
    public static @Nullable String toQuery(@Nullable String search) {
        if (search == null) return null;
        List<String> words = new ArrayList<>();
        for (String word : search.strip().split("\\s+")) {
            if (!word.matches("(?s).*[\\p{L}\\p{N}].*")) continue;
            if (word.indexOf('@') > 0) {
                words.add(quoted(joined(word)));
                continue;
            }
            String compact = Texts.compactNumber(word).replaceAll("^\\+", "");
            words.add(
                    compact.equalsIgnoreCase(word) || !compact.matches("[A-Z0-9]+")
                            ? quoted(word)
                            : "(" + quoted(word) + " OR " + quoted(compact) + ")");
        }
        if (words.isEmpty()) return null;
        String all = words.stream().collect(Collectors.joining(" AND "));
        String together = Texts.compactNumber(search).replaceAll("^\\+", "");
        return words.size() > 1 && together.matches("[A-Z0-9]+") && together.matches(".*\\d.*")
                ? "(" + all + ") OR " + quoted(together)
                : all;
    }

    /**
     * An address as one word. As a phrase it would end in a word that a million addresses share, and take that long to
     * look through.
     */
    private static String joined(String address) {
        return address.replaceAll("[^\\p{L}\\p{N}]+", "");
    }

    private static String quoted(String word) {
        return "\"" + word.replace("\"", "\"\"") + "\"*";
    }

    private static void number(Set<String> words, String number) {
        String compact = Texts.compactNumber(number);
        words.add(number);
        words.add(compact);
        ends(words, compact);
    }

    private static void ends(Set<String> words, String number) {
        for (int end : ENDS) if (number.length() > end) words.add(number.substring(number.length() - end));
    }
}
