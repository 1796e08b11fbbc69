package upbeat.herald.server.rehearsal;

import java.time.DayOfWeek;
import java.time.format.TextStyle;
import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.exchange.SafeCell;
import upbeat.herald.core.forecast.RehearsalFigures;

/**
 * A rehearsal's numbers as lines of a CSV file: what is counted, of what, how many, and how many under the other plan.
 */
final class RehearsalExport {
    private static final int HOURS = 24;

    private final StringBuilder out = new StringBuilder("\ufeff");

    private RehearsalExport() {}

    static String toCsv(RehearsalFigures figures, @Nullable RehearsalFigures other, Map<String, String> noticeNames) {
        RehearsalExport export = new RehearsalExport();
        export.line("Figure", "Of", "Number", "Compared with");
        export.line("Orders", "", figures.orders(), other == null ? null : other.orders());
        export.line("Messages", "", figures.messages(), other == null ? null : other.messages());
        export.line("Customers", "", figures.customers(), other == null ? null : other.customers());
        export.line("Copies to the team", "", figures.copies(), other == null ? null : other.copies());
        export.line("Moved by the send window", "", figures.moved(), other == null ? null : other.moved());
        RehearsalFigures.Breakdown by = figures.by();
        RehearsalFigures.Breakdown than = other == null ? null : other.by();
        by.notice()
                .forEach((id, n) -> export.line(
                        "Messages by notice",
                        noticeNames.getOrDefault(id, id),
                        n,
                        than == null ? null : than.notice().getOrDefault(id, 0)));
        export.lines("Messages by stage", by.stage(), than == null ? null : than.stage());
        export.lines("Messages by channel", by.channel(), than == null ? null : than.channel());
        export.lines("Messages by country", by.country(), than == null ? null : than.country());
        export.lines("Messages by day", by.day(), than == null ? null : than.day());
        for (int i = 0; i < by.hourOfWeek().size(); i++)
            export.line(
                    "Messages by hour of the week",
                    DayOfWeek.of(1 + i / HOURS).getDisplayName(TextStyle.FULL, Locale.ENGLISH)
                            + String.format(Locale.ROOT, " %02d:00", i % HOURS),
                    by.hourOfWeek().get(i),
                    than == null ? null : than.hourOfWeek().get(i));
        export.lines(
                "Customers by number of messages",
                figures.customersByMessages(),
                other == null ? null : other.customersByMessages());
        figures.costs()
                .forEach(c -> export.line(
                        "Cost (" + c.cost().currency() + ")",
                        c.channel(),
                        c.cost().amount(),
                        costOf(other, c)));
        export.line("Not sent at all", "", figures.held(), other == null ? null : other.held());
        figures.reasons()
                .forEach(h -> export.line(
                        (h.isReplaced() ? "Sent by another channel: " : "Not sent: ")
                                + noticeNames.getOrDefault(h.noticeId(), h.noticeId()),
                        h.reason(),
                        h.count(),
                        null));
        figures.floods()
                .forEach(f -> export.line(
                        "Stopped by the flood guard: " + noticeNames.getOrDefault(f.noticeId(), f.noticeId()),
                        f.at(),
                        f.messages(),
                        null));
        return export.out.toString();
    }

    private static @Nullable Object costOf(@Nullable RehearsalFigures other, RehearsalFigures.ChannelCost of) {
        if (other == null) return null;
        return other.costs().stream()
                .filter(c -> c.channel().equals(of.channel())
                        && c.cost().currency().equals(of.cost().currency()))
                .map(c -> (Object) c.cost().amount())
                .findFirst()
                .orElse(0);
    }

    private <K> void lines(String what, Map<K, Integer> figures, @Nullable Map<K, Integer> other) {
        figures.forEach((key, n) -> line(what, key, n, other == null ? null : other.getOrDefault(key, 0)));
    }

    private void line(String what, Object of, Object number, @Nullable Object other) {
        out.append(SafeCell.toCsvLine(
                Arrays.asList(what, of.toString(), number.toString(), other == null ? "" : other.toString())));
    }
}
