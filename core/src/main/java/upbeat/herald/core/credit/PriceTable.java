package upbeat.herald.core.credit;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** What units cost, by channel, country and day. */
public final class PriceTable {
    public static final PriceTable EMPTY = new PriceTable(List.of());

    private final List<PriceRow> rows;
    private final Map<String, List<PriceRow>> byPlace = new TreeMap<>();

    /** @param rows in any order */
    public PriceTable(List<PriceRow> rows) {
        this.rows = rows.stream()
                .sorted(Comparator.comparing(PriceRow::channel)
                        .thenComparing(r -> Objects.requireNonNullElse(r.country(), ""))
                        .thenComparing(PriceRow::from))
                .toList();
        for (PriceRow row : this.rows)
            byPlace.computeIfAbsent(key(row.channel(), row.country()), k -> new ArrayList<>())
                    .add(row);
    }

    private static String key(String channel, @Nullable String country) {
        return channel + "/" + Objects.requireNonNullElse(country, "");
    }

    public List<PriceRow> rows() {
        return rows;
    }

    public boolean hasChannel(String channel) {
        return rows.stream().anyMatch(r -> r.channel().equals(channel));
    }

    /**
     * The price of one unit on a day: the country's own, else the general one. In a gap between two rows the earlier
     * one goes on, since nothing is for nothing; {@link #findGaps} says where that is so.
     *
     * @return empty where the channel has no price yet on that day
     */
    public Optional<BigDecimal> find(String channel, @Nullable String country, LocalDate day) {
        return Optional.<BigDecimal>empty()
                .or(() -> country == null ? Optional.empty() : findLast(byPlace.get(key(channel, country)), day))
                .or(() -> findLast(byPlace.get(key(channel, null)), day));
    }

    private static Optional<BigDecimal> findLast(@Nullable List<PriceRow> rows, LocalDate day) {
        if (rows == null) return Optional.empty();
        PriceRow last = null;
        for (PriceRow row : rows) if (!row.from().isAfter(day)) last = row;
        return last == null ? Optional.empty() : Optional.of(last.amount());
    }

    /** Two rows of one place that hold on the same day. */
    public record Overlap(PriceRow first, PriceRow second) {}

    /** A row that ended with none after it, or the next beginning later. @param next null where there is none */
    public record Gap(PriceRow before, @Nullable PriceRow next) {}

    /** One that is open at its end is followed by the next; all others may not share a day. */
    public List<Overlap> findOverlaps() {
        List<Overlap> found = new ArrayList<>();
        for (List<PriceRow> place : byPlace.values())
            for (int i = 1; i < place.size(); i++) {
                PriceRow before = place.get(i - 1);
                PriceRow next = place.get(i);
                boolean isShared =
                        before.from().equals(next.from()) || before.until() != null && before.holdsOn(next.from());
                if (isShared) found.add(new Overlap(before, next));
            }
        return found;
    }

    /** @param today gaps that are over don't matter any more */
    public List<Gap> findGaps(LocalDate today) {
        List<Gap> found = new ArrayList<>();
        for (List<PriceRow> place : byPlace.values())
            for (int i = 0; i < place.size(); i++) {
                LocalDate until = place.get(i).until();
                PriceRow next = i + 1 < place.size() ? place.get(i + 1) : null;
                if (until == null || next != null && !next.from().isAfter(until.plusDays(1))) continue;
                if (next == null || next.from().isAfter(today)) found.add(new Gap(place.get(i), next));
            }
        return found;
    }
}
