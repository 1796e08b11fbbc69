package upbeat.herald.server.messageview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.server.message.MessageDimension;
import upbeat.herald.server.message.MessageKind;
import upbeat.herald.server.message.MessageTallies;
import upbeat.herald.server.message.MessageTallyRepository;
import upbeat.herald.server.messageview.MessageListRepository.Cursor;
import upbeat.herald.server.messageview.MessageSelection.Selected;
import upbeat.herald.server.order.SearchIndexRepository;
import upbeat.herald.server.platform.persistence.TestDatabase;

/**
 * Messages found and counted by the tally and its indexes, against the same worked out message by message in Java,
 * while messages come, change and go at random.
 */
class MessageSelectionTest {
    private static final long NOW = Instant.parse("2026-11-24T13:00:00Z").toEpochMilli();
    private static final long DAY = 86_400_000;
    private static final String[] NOTICES = {"on-its-way", "delivered", "is-it-yours"};
    private static final String[] STATUSES = {
        "planned", "waiting", "sending", "accepted", "delivered", "failed", "withheld"
    };
    private static final String[] COUNTRIES = {"DE", "PL", null};
    private static TestDatabase database;
    private static MessageSelection selection;
    private static final Map<Long, Made> ALL = new TreeMap<>();

    private record Made(
            long seq,
            long order,
            String notice,
            String channel,
            String status,
            String reason,
            Long sentAt,
            long dueAt,
            boolean team) {
        long at() {
            return sentAt == null ? dueAt : sentAt;
        }
    }

    private static final String[] COUNTRY_OF = new String[41];

    @BeforeAll
    static void fill() {
        database = new TestDatabase();
        MessageTallyRepository tally = MessageTallies.repository();
        selection = new MessageSelection(
                MessageTallies.kinds(tally), tally, new MessageListRepository(tally), new SearchIndexRepository());
        Random random = new Random(14);
        database.write(db -> {
            for (int order = 1; order <= 40; order++) {
                COUNTRY_OF[order] = COUNTRIES[order % 3];
                db.sql("""
                                insert into shop_order (id, shop, number, placed_at, country, payment, stage,
                                body, source,
                                updated_at) values (?, ?, ?, 0, ?, 'prepaid', 'ordered', '{}', 'api', 0)""")
                        .params(order, order % 2 == 0 ? "kites" : "vanes", "N-" + order, COUNTRY_OF[order])
                        .update();
                db.sql("insert into order_search (rowid, words) values (?, ?)")
                        .params(order, "order" + order + " anna")
                        .update();
                db.sql("""
                                insert into parcel (id, order_id, carrier, tracking_number, compact, items,
                                stage, stage_at,
                                source, created_at) values (?, ?, ?, ?, ?, '[]', 'packed', 0, 'api', 0)""")
                        .params(order, order, order % 4 == 0 ? "skerry" : "hopgate", "P" + order, "P" + order)
                        .update();
            }
            return null;
        });
        for (int i = 0; i < 1_500; i++) {
            switch (ALL.size() < 200 ? 0 : random.nextInt(8)) {
                case 0, 1, 2, 3 -> insert(random);
                case 4, 5, 6 -> change(random);
                default -> delete(random);
            }
        }
        // An order that goes elsewhere, and a parcel that another carrier takes, move their messages with them.
        database.write(db -> {
            db.sql("update shop_order set country = 'AT' where id = 7").update();
            db.sql("update parcel set carrier = 'gale' where id = 8").update();
            return null;
        });
        COUNTRY_OF[7] = "AT";
    }

    @AfterAll
    static void close() {
        database.close();
    }

    private static void insert(Random random) {
        long order = 1 + random.nextInt(40);
        String notice = NOTICES[random.nextInt(NOTICES.length)];
        String channel = random.nextInt(3) == 0 ? "sms" : "email";
        boolean team = random.nextInt(10) == 0;
        String occasion = (team ? "copy/" : "") + random.nextInt(1_000_000);
        long due = NOW - random.nextInt(20) * DAY + random.nextInt((int) DAY);
        Long seq = database.write(db -> db.sql("""
                        insert into message (id, notice_id, order_id, parcel, parcel_id, occasion, stage,
                        channel, language,
                        status, stand_by, planned_at, due_at) values (?, ?, ?, '', ?, ?, 'dispatched', ?, 'en', 'planned',
                        '[]', ?, ?) returning seq""")
                .params(
                        "m" + ALL.size() + "-" + random.nextLong(),
                        notice,
                        order,
                        random.nextBoolean() ? order : null,
                        occasion,
                        channel,
                        due,
                        due)
                .query(Long.class)
                .single());
        ALL.put(seq, new Made(seq, order, notice, channel, "planned", null, null, due, team));
    }

    private static Made any(Random random) {
        List<Made> all = List.copyOf(ALL.values());
        return all.get(random.nextInt(all.size()));
    }

    private static void change(Random random) {
        Made m = any(random);
        String status = STATUSES[random.nextInt(STATUSES.length)];
        String reason = status.equals("failed") ? "REFUSED" : status.equals("withheld") ? "TOO_OLD" : null;
        Long sent = status.equals("accepted") ? Long.valueOf(m.dueAt + random.nextInt((int) (3 * DAY))) : m.sentAt;
        database.write(db -> db.sql("update message set status = ?, reason_code = ?, sent_at = ? where seq = ?")
                .params(status, reason, sent, m.seq)
                .update());
        ALL.put(m.seq, new Made(m.seq, m.order, m.notice, m.channel, status, reason, sent, m.dueAt, m.team));
    }

    private static void delete(Random random) {
        Made m = any(random);
        database.write(
                db -> db.sql("delete from message where seq = ?").param(m.seq).update());
        ALL.remove(m.seq);
    }

    private static MessageAsk ask(String from, String to, String search, MessageAsk.AskWhat what, String country) {
        return new MessageAsk(
                new MessageAsk.AskWhen(from, to, search),
                what,
                new MessageAsk.AskWhose(null, null, country, null, null));
    }

    private static MessageAsk.AskWhat what(String notice, String channel, String status) {
        return new MessageAsk.AskWhat(notice, null, channel, status, null);
    }

    private static final MessageAsk.AskWhat ANYTHING = what(null, null, null);

    private void check(MessageAsk ask, Predicate<Made> wanted) {
        List<Long> expected = ALL.values().stream()
                .filter(wanted)
                .sorted(Comparator.comparingLong(Made::at)
                        .thenComparingLong(Made::seq)
                        .reversed())
                .map(Made::seq)
                .toList();
        Selected selected = selection.select(database.reader, ask);
        List<Long> found = new ArrayList<>();
        Cursor below = selected.start();
        List<Cursor> page;
        do {
            page = selection.findPage(database.reader, selected, below, 7);
            page.forEach(c -> found.add(c.seq()));
            if (!page.isEmpty()) below = page.get(page.size() - 1);
        } while (page.size() == 7);
        assertThat(found).as("page by page").isEqualTo(expected);
        long counted = selection.count(database.reader, selected).entrySet().stream()
                .filter(e -> selected.fitting().contains(e.getKey()))
                .mapToLong(Map.Entry::getValue)
                .sum();
        assertThat(counted).as("counted").isEqualTo(expected.size());
    }

    @Test
    void findsAndCountsAllThereAre() {
        assertThat(ALL).hasSizeGreaterThan(300);
        check(ask(null, null, null, ANYTHING, null), m -> true);
    }

    @ParameterizedTest
    @ValueSource(strings = {"planned", "waiting", "accepted", "delivered", "failed", "withheld", "read"})
    void findsThoseOfAStatus(String status) {
        // "sending" lasts a moment and counts as planned.
        check(
                ask(null, null, null, what(null, null, status), null),
                m -> m.status.equals(status) || status.equals("planned") && m.status.equals("sending"));
    }

    @Test
    void findsWhatFitsAllOfSeveralConditions() {
        check(
                ask(null, null, null, what("delivered,is-it-yours", "sms", "accepted,delivered,failed"), "PL"),
                m -> !m.notice.equals("on-its-way")
                        && m.channel.equals("sms")
                        && List.of("accepted", "delivered", "failed").contains(m.status)
                        && "PL".equals(COUNTRY_OF[(int) m.order]));
        check(ask(null, null, null, ANYTHING, "none"), m -> COUNTRY_OF[(int) m.order] == null);
        check(ask(null, null, null, ANYTHING, "AT"), m -> m.order == 7);
    }

    @ParameterizedTest
    @ValueSource(longs = {0, 1, 3_600_000, DAY - 1, DAY, 5 * DAY + 12_345})
    void findsThoseOfASpanOfTime(long length) {
        for (long start = NOW - 21 * DAY; start < NOW + 4 * DAY; start += DAY * 2 + 7_000_001) {
            long from = start;
            long to = start + length + 1;
            check(
                    ask(
                            Instant.ofEpochMilli(from).toString(),
                            Instant.ofEpochMilli(to).toString(),
                            null,
                            ANYTHING,
                            null),
                    m -> m.at() >= from && m.at() < to);
        }
    }

    @Test
    void findsThoseOfOrdersThatASearchFinds() {
        check(ask(null, null, "order12", ANYTHING, null), m -> m.order == 12);
        check(ask(null, null, "order12", what(null, "sms", null), null), m -> m.order == 12 && m.channel.equals("sms"));
        check(ask(null, null, "anna", ANYTHING, "DE"), m -> "DE".equals(COUNTRY_OF[(int) m.order]));
        check(ask(null, null, "nobody", ANYTHING, null), m -> false);
    }

    @Test
    void everyFigureOfTheTallyIsWhatTheMessagesSay() {
        Map<String, Long> tally = database
                .reader
                .sql("select day || '/' || kind as slot, messages from message_tally where messages <> 0")
                .query((rs, i) -> Map.entry(rs.getString(1), rs.getLong(2)))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        Map<String, Long> counted = database
                .reader
                .sql("select (at / 86400000) || '/' || kind as slot, count(*) from message group by 1")
                .query((rs, i) -> Map.entry(rs.getString(1), rs.getLong(2)))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        assertThat(tally).isEqualTo(counted);
        assertThat(database.reader.sql("""
                                select count(*) from message m join message_kind k on k.id = m.kind
                                join shop_order o on o.id = m.order_id left join parcel p on p.id = m.parcel_id
                                where k.status <> replace(m.status, 'sending', 'planned')
                                or k.reason_code <> coalesce(m.reason_code, '') or k.country <> coalesce(o.country, '')
                                or k.carrier <> coalesce(p.carrier, '') or k.notice_id <> m.notice_id
                                or k.for_team <> m.for_team""").query(Integer.class).single()).isZero();
    }

    @Test
    void aChoiceThatWouldBeMadeIsCountedBesideTheOthers() {
        Selected selected = selection.select(database.reader, ask(null, null, null, what(null, "sms", "failed"), null));
        long email = selection.count(database.reader, selected).entrySet().stream()
                .filter(e -> {
                    MessageKind kind = selected.kinds().stream()
                            .filter(k -> k.id() == e.getKey())
                            .findFirst()
                            .orElseThrow();
                    return selected.filter().fits(kind, MessageDimension.CHANNEL)
                            && kind.get(MessageDimension.CHANNEL).equals("email");
                })
                .mapToLong(Map.Entry::getValue)
                .sum();
        assertThat(email)
                .isEqualTo(ALL.values().stream()
                        .filter(m -> m.channel.equals("email") && m.status.equals("failed"))
                        .count());
    }

    @Test
    void noStatementReadsAllMessages() {
        for (String sql : MessageListRepository.STATEMENTS)
            assertThat(plan(sql)).as(sql).noneMatch(step -> step.startsWith("SCAN m"));
        for (String sql : MessageTallies.statements())
            assertThat(plan(sql)).as(sql).noneMatch(step -> step.startsWith("SCAN message") && !step.contains("tally"));
    }

    private static List<String> plan(String sql) {
        String filled = sql.replaceAll(":(kinds|orders)|json_each\\(\\?\\)", "json_each('[1]')")
                .replace("json_each(json_each('[1]'))", "json_each('[1]')")
                .replaceAll(":\\w+|\\?", "1");
        return database.reader
                .sql("explain query plan " + filled)
                .query((rs, i) -> rs.getString("detail"))
                .list();
    }
}
