package upbeat.herald.core.notice;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import upbeat.herald.core.Samples;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.timing.DayDelay;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Wording;

/** One line of the table of decisions, read into what the decision takes. */
final class DecisionCase {
    private final Map<String, String> notice;
    private final Map<String, String> order;
    private final Map<String, String> facts;
    private final Stage stage;

    /** @param notice begins with its stage; all three are {@code name=value} parted by semicolons */
    DecisionCase(String notice, String order, String facts) {
        this.notice = read(notice);
        this.order = read(order);
        this.facts = read(facts);
        this.stage = Stage.fromCode(notice.split(";")[0].strip()).orElseThrow();
    }

    private static Map<String, String> read(String cell) {
        Map<String, String> values = new TreeMap<>();
        for (String part : cell.split(";")) {
            String text = part.strip();
            int equals = text.indexOf('=');
            if (!text.isEmpty())
                values.put(equals < 0 ? text : text.substring(0, equals), equals < 0 ? "" : text.substring(equals + 1));
        }
        return values;
    }

    Decision decide(Instant happened, Instant now) {
        List<Notice> plan = new ArrayList<>();
        Notice asked = toNotice("n1", stage, notice.getOrDefault("audience", ""));
        plan.add(asked);
        String also = notice.get("also");
        if (also != null) {
            String[] parts = also.split(" for ");
            plan.add(toNotice("n2", Stage.fromCode(parts[0]).orElseThrow(), parts.length > 1 ? parts[1] : ""));
        }
        return Decide.decide(plan, toSituation(happened), toMoment(happened), toHistory(), now);
    }

    private Notice toNotice(String id, Stage at, String audience) {
        List<Channel> channels = Stream.of(
                        notice.getOrDefault("channels", "email").split(","))
                .map(c -> Channel.fromCode(c).orElseThrow())
                .toList();
        Wording text = new Wording("About {{order.number}}", "News of {{order.number}}.");
        Notice.Per per = notice.containsKey("per")
                ? Notice.Per.valueOf(notice.get("per").toUpperCase(Locale.ROOT).replace('-', '_'))
                : at.isOrderStage() ? Notice.Per.ORDER : Notice.Per.PARCEL;
        return new Notice(
                id,
                "News",
                "paused".equals(notice.get("state")) ? Notice.State.PAUSED : Notice.State.LIVE,
                toAudience(audience),
                new Notice.Timing(
                        toTrigger(at),
                        toSeries(at),
                        Duration.parse(notice.getOrDefault("after", "PT0S")),
                        toDays(notice.get("days")),
                        toWindow(notice.get("window")),
                        per,
                        Duration.parse(notice.getOrDefault("age", "PT48H")),
                        Duration.ZERO),
                new Notice.Routing(
                        channels,
                        "all".equals(notice.get("rule"))
                                ? Notice.ChannelRule.ALL
                                : Notice.ChannelRule.FIRST_THAT_WORKS),
                new Notice.Content(
                        notice.containsKey("ask") ? Samples.QUESTION : null,
                        channels.stream().collect(Collectors.toMap(c -> c, c -> text)),
                        List.of()));
    }

    private Trigger toTrigger(Stage at) {
        return new Trigger(
                at,
                notice.containsKey("quiet") ? Integer.valueOf(notice.get("quiet")) : null,
                notice.containsKey("follows") ? new Trigger.AnswerGiven("asks", notice.get("follows")) : null,
                null);
    }

    /** What ends it, parted by commas. */
    private Series toSeries(Stage at) {
        if (!notice.containsKey("series")) return null;
        Set<Series.End> ends = Stream.of(notice.get("series").split(","))
                .map(e -> Series.End.valueOf(e.toUpperCase(Locale.ROOT).replace('-', '_')))
                .collect(Collectors.toSet());
        List<String> tags = Stream.ofNullable(notice.get("end-tag")).toList();
        return new Series("s1", "Series", toTrigger(at), ends, tags, Set.of("n1"));
    }

    /** {@code kind:value,value & kind:value@from..to} */
    private static Audience toAudience(String text) {
        if (text.isBlank()) return Audience.EVERYONE;
        return Audience.all(Stream.of(text.split(" & "))
                .map(part -> {
                    String[] kind = part.split(":", 2);
                    String[] range = kind[1].split("@");
                    String[] ends = range.length > 1 ? range[1].split("\\.\\.", 2) : new String[] {null, null};
                    List<String> values = range[0].isEmpty() ? List.of() : List.of(range[0].split(","));
                    Condition condition = new Condition(kind[0], values, ends[0], ends[1]);
                    condition.fault().ifPresent(f -> {
                        throw new IllegalArgumentException(part + ": " + f.getMessage());
                    });
                    return condition;
                })
                .toArray(Condition[]::new));
    }

    /** {@code 2}, {@code 2w} for working days, {@code 0@10:00} */
    private static DayDelay toDays(String text) {
        if (text == null) return null;
        String[] parts = text.split("@");
        return new DayDelay(
                Integer.parseInt(parts[0].replace("w", "")),
                parts[0].endsWith("w"),
                parts.length > 1 ? LocalTime.parse(parts[1]) : null);
    }

    /** {@code 08:00-20:00}, with {@code on MONDAY,TUESDAY} or {@code no holidays} behind it */
    private static SendWindow toWindow(String text) {
        if (text == null) return null;
        String[] ends = text.split(" ")[0].split("-");
        Set<DayOfWeek> days = text.contains(" on ")
                ? Arrays.stream(text.substring(text.indexOf(" on ") + 4).split(","))
                        .map(DayOfWeek::valueOf)
                        .collect(Collectors.toSet())
                : Set.of();
        return new SendWindow(LocalTime.parse(ends[0]), LocalTime.parse(ends[1]), days, text.endsWith("no holidays"));
    }

    private Order toOrder(Instant placedAt) {
        return new Order(
                "kites",
                "QK-1",
                placedAt,
                new Order.Customer(
                        "Ola", orNull("email", "ola@customer.example"), orNull("phone", "+4915228895456"), null),
                new Order.ShipTo(
                        "Ola",
                        "Weg 1",
                        "Town",
                        orNull("region", null),
                        orNull("postcode", "10115"),
                        order.getOrDefault("country", "DE")),
                new Order.Purchase(
                        Payment.fromCode(order.getOrDefault("payment", "prepaid"))
                                .orElseThrow(),
                        "EUR",
                        new BigDecimal("120"),
                        List.of(new Order.Item("KITE-1", "Red kite", 1, new BigDecimal("120"), null))),
                new Order.Consent(consent("email"), consent("sms"), consent("whatsapp")),
                List.of());
    }

    private String orNull(String name, String otherwise) {
        String value = order.getOrDefault(name, otherwise);
        return "none".equals(value) ? null : value;
    }

    private Boolean consent(String channel) {
        String said = order.getOrDefault("consent", "");
        if (said.contains(channel + ":yes")) return true;
        return said.contains(channel + ":no") ? Boolean.FALSE : null;
    }

    private OrderSituation toSituation(Instant happened) {
        boolean ofOrder = stage.isOrderStage();
        Stage stands =
                Stage.fromCode(facts.getOrDefault("stands", stage.code())).orElseThrow();
        List<Stage> parcels = facts.containsKey("parcels")
                ? Stream.of(facts.get("parcels").split(","))
                        .map(s -> Stage.fromCode(s).orElseThrow())
                        .toList()
                : ofOrder ? List.of() : List.of(stands);
        String scanned = facts.getOrDefault("scanned", facts.get("silent"));
        return new OrderSituation(
                toOrder(happened),
                ofOrder ? null : Samples.parcel(),
                ofOrder ? null : stands,
                parcels,
                !facts.containsKey("uncovered"),
                Stage.fromCode(facts.get("ended")).orElse(null),
                scanned == null ? null : instant(scanned),
                facts.containsKey("held") ? instant(facts.get("held")) : null);
    }

    private Moment toMoment(Instant happened) {
        if (facts.containsKey("silent"))
            return Moment.silence(
                    Stage.IN_TRANSIT, instant(facts.get("silent")), Integer.parseInt(facts.getOrDefault("days", "5")));
        if (facts.containsKey("said"))
            return Moment.answer(stage, new Trigger.AnswerGiven("asks", facts.get("said")), happened);
        return new Moment(
                Stage.fromCode(facts.getOrDefault("moment", stage.code())).orElseThrow(),
                facts.getOrDefault("occasion", StageVisit.ONCE),
                happened,
                Stage.fromCode(facts.get("with")).orElse(null));
    }

    private History toHistory() {
        String parcel = "parcel".equals(facts.get("sent")) ? Samples.parcel().trackingNumber() : null;
        Set<String> sent = facts.containsKey("sent") ? Set.of(History.key("n1", parcel, StageVisit.ONCE)) : Set.of();
        Set<Channel> stopped = facts.containsKey("stopped")
                ? Set.of(Channel.fromCode(facts.get("stopped")).orElseThrow())
                : Set.of();
        Map<String, String> answers = new TreeMap<>();
        if (facts.containsKey("answered")) answers.put("n1", "confirm");
        if (facts.containsKey("said")) answers.put("asks", facts.get("said"));
        return new History(
                sent,
                answers,
                facts.containsKey("refused"),
                stopped,
                new OrderBackground(
                        Set.of(),
                        Stream.ofNullable(facts.get("tag")).collect(Collectors.toSet()),
                        Stream.ofNullable(facts.get("untagged")).collect(Collectors.toSet()),
                        false,
                        facts.containsKey("again"),
                        null,
                        Set.of()),
                Map.of(),
                facts.containsKey("left") ? Set.of("s1") : Set.of());
    }

    private static Instant instant(String text) {
        return Instant.parse(text.length() == "2026-11-24T12:00Z".length() ? text.replace("Z", ":00Z") : text);
    }
}
