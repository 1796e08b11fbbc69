package upbeat.herald.server.orders;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.answers.AnswerStore;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.plan.NoticeStore;

/**
 * An order's story: scans, messages, answers and reasons in one time line, newest first, each with where it came from.
 */
@Component
public class Story {
    private final ParcelStore parcels;
    private final ScanStore scans;
    private final CarrierStore carriers;
    private final MessageStore messages;
    private final AnswerStore answers;
    private final NoticeStore notices;
    private final OrderStore orders;
    private final ReachedStore reached;

    Story(
            ParcelStore parcels,
            ScanStore scans,
            CarrierStore carriers,
            MessageStore messages,
            AnswerStore answers,
            NoticeStore notices,
            OrderStore orders,
            ReachedStore reached) {
        this.parcels = parcels;
        this.scans = scans;
        this.carriers = carriers;
        this.messages = messages;
        this.answers = answers;
        this.notices = notices;
        this.orders = orders;
        this.reached = reached;
    }

    /**
     * @param kind {@code stage}, {@code message}, {@code answer} or {@code note}
     * @param state for a stage: reached, late, unread; for a message: its status; else empty
     * @param ref the message's id, else null
     */
    public record Entry(
            String kind,
            String state,
            Instant at,
            String title,
            @Nullable String detail,
            @Nullable String ref) {}

    public List<Entry> of(JdbcClient db, OrderRow row) {
        List<Entry> story = new ArrayList<>();
        story.add(new Entry(
                "stage",
                "reached",
                row.order().placedAt(),
                "Ordered",
                row.order().shop() + ", " + source(row.source()),
                null));
        if (row.ended() != null) {
            reached.of(db, row.id()).stream()
                    .filter(r -> r.visit().stage() == row.ended())
                    .forEach(r -> story.add(new Entry(
                            "stage",
                            "reached",
                            r.visit().at(),
                            sentence(row.ended().words()),
                            "the whole order",
                            null)));
        }
        List<ParcelRow> all = parcels.of(db, row.id());
        for (ParcelRow p : all) {
            String which = all.size() > 1 ? "parcel " + (all.indexOf(p) + 1) + " of " + all.size() + ", " : "";
            scans.ofParcel(db, p.id())
                    .forEach(s -> story.add(scan(
                            s, carriers.find(db, s.carrier()).map(Carrier::name).orElse(s.carrier()), which, p)));
        }
        Map<String, String> names = notices.all(db).stream().collect(Collectors.toMap(Notice::id, Notice::name));
        messages.of(db, row.id()).forEach(m -> story.add(message(m, names.getOrDefault(m.noticeId(), m.noticeId()))));
        answers.of(db, row.id())
                .forEach(a -> story.add(new Entry(
                        "answer",
                        "",
                        a.at(),
                        "“" + a.label() + "”",
                        Channel.of(a.via()).map(c -> "button in " + c.words()).orElse("on the answer page") + " · "
                                + names.getOrDefault(a.noticeId(), a.noticeId()),
                        null)));
        orders.notes(db, row.id()).forEach(n -> story.add(new Entry("note", "", n.at(), n.text(), null, null)));
        story.sort(Comparator.comparing(Entry::at)
                .thenComparing(e -> e.kind().equals("stage") ? 0 : e.kind().equals("message") ? 1 : 2)
                .reversed());
        return story;
    }

    private static Entry scan(ScanStore.ScanRow s, String carrier, String which, ParcelRow p) {
        String state = s.stage() == null ? "unread" : s.late() ? "late" : "reached";
        String title = s.stage() == null
                ? "Unread code " + (s.code() == null ? "" : s.code())
                : sentence(s.stage().words());
        String from = s.source().equals(ScanStore.BY_CARRIER)
                ? carrier + (s.code() == null ? "" : ", scan " + s.code()) + (s.place() == null ? "" : ", " + s.place())
                : "marked, " + source(s.source());
        String words = s.stage() == null && s.text() != null ? " · “" + s.text() + "”" : "";
        return new Entry(
                "stage",
                state,
                s.at(),
                title,
                which + from + " · " + p.parcel().trackingNumber() + words
                        + (s.late() ? " · came in after a newer one" : ""),
                null);
    }

    private static Entry message(MessageRow m, String notice) {
        String by = ", by " + m.channel().words();
        return switch (m.status()) {
            case ACCEPTED -> entry(m, m.sentAt(), notice + by, "handed over to " + m.to());
            case DELIVERED -> entry(m, m.sentAt(), notice + by, "delivered to " + m.to());
            case READ -> entry(m, m.sentAt(), notice + by, "read by " + m.to());
            case PLANNED -> entry(m, m.dueAt(), notice + by + ": to come", "to " + m.to());
            case WAITING -> entry(m, m.dueAt(), notice + by + ": waits", m.reason());
            case SENDING -> entry(m, m.dueAt(), notice + by + ": on its way", "to " + m.to());
            case UNSURE -> entry(m, m.dueAt(), notice + by + ": unsure", m.reason());
            case FAILED -> entry(m, m.sentAt() == null ? m.dueAt() : m.sentAt(), notice + by + ": failed", m.reason());
            case WITHHELD -> entry(m, m.dueAt(), notice + by + ": not sent", m.reason());
            case CANCELLED -> entry(m, m.dueAt(), notice + by + ": called off", m.reason());
        };
    }

    private static Entry entry(MessageRow m, Instant at, String title, String detail) {
        return new Entry("message", m.status().code(), at, title, detail, m.id());
    }

    private static String source(String source) {
        return switch (source) {
            case "api" -> "by interface";
            case "spreadsheet" -> "by spreadsheet";
            case "shop" -> "by its shop's call";
            case "hand" -> "by hand";
            default -> source;
        };
    }

    private static String sentence(String words) {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
