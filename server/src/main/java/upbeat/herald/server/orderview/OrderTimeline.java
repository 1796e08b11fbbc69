package upbeat.herald.server.orderview;

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
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** An order's timeline: scans, messages, answers and reasons, newest first, each with where it came from. */
@Component
public class OrderTimeline {
    private final ParcelRepository parcels;
    private final ScanRepository scans;
    private final CarrierRepository carriers;
    private final MessageRepository messages;
    private final AnswerRepository answers;
    private final NoticeRepository notices;
    private final StageVisitRepository visits;
    private final ToldEntries told;

    OrderTimeline(
            ParcelRepository parcels,
            ScanRepository scans,
            CarrierRepository carriers,
            MessageRepository messages,
            AnswerRepository answers,
            NoticeRepository notices,
            StageVisitRepository visits,
            ToldEntries told) {
        this.parcels = parcels;
        this.scans = scans;
        this.carriers = carriers;
        this.messages = messages;
        this.answers = answers;
        this.notices = notices;
        this.visits = visits;
        this.told = told;
    }

    /**
     * @param kind {@code stage}, {@code message}, {@code answer}, {@code reply}, {@code return}, {@code told} or
     *     {@code note}
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

    public List<Entry> build(JdbcClient db, OrderRow row) {
        List<Entry> story = new ArrayList<>();
        story.add(new Entry(
                "stage",
                "reached",
                row.order().placedAt(),
                "Ordered",
                row.order().shop() + ", " + source(row.source()),
                null));
        if (row.ended() != null) {
            visits.findByOrder(db, row.id()).stream()
                    .filter(r -> r.visit().stage() == row.ended())
                    .forEach(r -> story.add(new Entry(
                            "stage",
                            "reached",
                            r.visit().at(),
                            sentence(row.ended().label()),
                            "the whole order",
                            null)));
        }
        visits.findOwn(db, row.id())
                .forEach(v -> story.add(new Entry(
                        "stage",
                        "reached",
                        v.at(),
                        sentence(v.stage().label()),
                        "marked, by hand · no tracking number",
                        null)));
        List<ParcelRow> all = parcels.findByOrder(db, row.id());
        for (ParcelRow p : all) {
            String which = all.size() > 1 ? "parcel " + (all.indexOf(p) + 1) + " of " + all.size() + ", " : "";
            scans.findByParcel(db, p.id())
                    .forEach(s -> story.add(scan(
                            s,
                            carriers.find(db, s.number().carrier())
                                    .map(Carrier::name)
                                    .orElse(s.number().carrier()),
                            which,
                            p)));
        }
        Map<String, String> names = notices.findAll(db).stream().collect(Collectors.toMap(Notice::id, Notice::name));
        messages.findByOrder(db, row.id())
                .forEach(m -> story.add(message(
                        m, names.getOrDefault(m.origin().noticeId(), m.origin().noticeId()))));
        answers.findByOrder(db, row.id())
                .forEach(a -> story.add(new Entry(
                        "answer",
                        "",
                        a.at(),
                        "“" + a.label() + "”" + (a.text() == null ? "" : ": " + a.text()),
                        via(a.via()) + " · " + names.getOrDefault(a.noticeId(), a.noticeId()),
                        null)));
        story.addAll(told.list(db, row.id()));
        story.sort(Comparator.comparing(Entry::at)
                .thenComparing(e -> e.kind().equals("stage") ? 0 : e.kind().equals("message") ? 1 : 2)
                .reversed());
        return story;
    }

    private static String via(String via) {
        return switch (via) {
            case AnswerRepository.BY_PAGE -> "on the answer page";
            case AnswerRepository.BY_HAND -> "entered by hand";
            case AnswerRepository.BY_SILENCE -> "nobody answered in time";
            default -> Channel.fromCode(via).map(c -> "button in " + c.label()).orElse(via);
        };
    }

    private static Entry scan(ScanRepository.ScanRow s, String carrier, String which, ParcelRow p) {
        String state = s.stage() == null ? "unread" : s.late() ? "late" : "reached";
        String title = s.stage() == null
                ? "Unmapped code " + (s.event().code() == null ? "" : s.event().code())
                : sentence(s.stage().label());
        String from = s.source().equals(ScanRepository.BY_CARRIER)
                ? carrier
                        + (s.event().code() == null ? "" : ", scan " + s.event().code())
                        + (s.event().place() == null ? "" : ", " + s.event().place())
                : "marked, " + source(s.source());
        String words = s.stage() == null && s.event().text() != null
                ? " · “" + s.event().text() + "”"
                : "";
        return new Entry(
                "stage",
                state,
                s.event().at(),
                title,
                which + from + " · "
                        + (s.owner().returnId() == null
                                ? p.parcel().trackingNumber()
                                : "return " + s.number().compact())
                        + words
                        + (s.late() ? " · received after a newer scan" : ""),
                null);
    }

    private static Entry message(MessageRow m, String notice) {
        String by = ", by " + m.recipient().channel().label()
                + (TeamOccasion.isTrial(m.origin().occasion()) ? " (trial, to the team)" : "")
                + (TeamOccasion.isCopy(m.origin().occasion()) ? " (copy for the team)" : "");
        return switch (m.state().status()) {
            case ACCEPTED ->
                entry(
                        m,
                        m.times().sentAt(),
                        notice + by,
                        "sent to " + m.recipient().to());
            case DELIVERED ->
                entry(
                        m,
                        m.times().sentAt(),
                        notice + by,
                        "delivered to " + m.recipient().to());
            case READ ->
                entry(
                        m,
                        m.times().sentAt(),
                        notice + by,
                        "read by " + m.recipient().to());
            case PLANNED ->
                entry(
                        m,
                        m.times().dueAt(),
                        notice + by + ": planned",
                        "to " + m.recipient().to());
            case WAITING ->
                entry(m, m.times().dueAt(), notice + by + ": waiting", m.state().reason());
            case SENDING ->
                entry(
                        m,
                        m.times().dueAt(),
                        notice + by + ": sending",
                        "to " + m.recipient().to());
            case UNSURE ->
                entry(m, m.times().dueAt(), notice + by + ": unclear", m.state().reason());
            case FAILED ->
                entry(m, m.times().sentAt(), notice + by + ": failed", m.state().reason());
            case WITHHELD ->
                entry(
                        m,
                        m.times().dueAt(),
                        notice + by + ": not sent",
                        m.state().reason());
            case CANCELLED ->
                entry(
                        m,
                        m.times().dueAt(),
                        notice + by + ": cancelled",
                        m.state().reason());
        };
    }

    /** @param at null for when it was due */
    private static Entry entry(MessageRow m, @Nullable Instant at, String title, @Nullable String detail) {
        return new Entry(
                "message", m.state().status().code(), at == null ? m.times().dueAt() : at, title, detail, m.id());
    }

    private static String source(String source) {
        return switch (source) {
            case "api" -> "by API";
            case "spreadsheet" -> "by file import";
            case "shop" -> "by the shop";
            case "hand" -> "by hand";
            default -> source;
        };
    }

    private static String sentence(String words) {
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }
}
