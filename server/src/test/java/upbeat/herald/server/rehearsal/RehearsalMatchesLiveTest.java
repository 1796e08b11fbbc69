package upbeat.herald.server.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.forecast.MessageWriter;
import upbeat.herald.core.forecast.OrderPast;
import upbeat.herald.core.forecast.OrderReplay;
import upbeat.herald.core.forecast.PlanHistory;
import upbeat.herald.core.forecast.ReplayedMessage;
import upbeat.herald.server.HeraldApplication;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.standins.SimulatedWorld;

/**
 * The demo's past was lived through by the code that works live: 500 orders, with whatever went wrong among them. A
 * rehearsal of the same plan has to say the same to the same people at the same time, and to keep back the same.
 */
class RehearsalMatchesLiveTest {
    private static RunningApp app;
    private static JdbcClient reader;

    @BeforeAll
    static void liveThroughThePast() {
        Path data = RunningApp.folder();
        new SpringApplicationBuilder(HeraldApplication.class)
                .properties(Map.of(
                        "herald.demo", "true",
                        "herald.seed", "true",
                        "herald.data", data.toString(),
                        "server.port", "0",
                        "logging.level.upbeat.herald", "WARN"))
                .run()
                .close();
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        app = RunningApp.start(world, data);
        reader = app.context.getBean(JdbcClient.class);
    }

    @AfterAll
    static void stop() {
        app.close();
        app.world.close();
    }

    /** What became of one message. @param end {@code sent}, or the code of the reason why not */
    private record Fate(String end, Instant at) {}

    private static Map<String, Fate> live() {
        Map<String, Fate> fates = new TreeMap<>();
        reader.sql("""
                        select order_id, notice_id, parcel, occasion, channel, status, reason_code, planned_at, due_at,
                        sent_at, claimed_at from message""").query(rs -> {
            String status = rs.getString("status");
            boolean kept = status.equals("withheld") || status.equals("cancelled");
            long sent = rs.getLong("sent_at");
            if (rs.wasNull()) sent = rs.getLong("claimed_at");
            if (!kept && sent == 0) return; // not due yet
            fates.put(
                    rs.getString("order_id") + " " + rs.getString("notice_id") + "|" + rs.getString("parcel") + "|"
                            + rs.getString("occasion") + "|" + rs.getString("channel"),
                    new Fate(kept ? rs.getString("reason_code") : "sent", Instant.ofEpochMilli(sent)));
        });
        return fates;
    }

    private static List<OrderPast> past() {
        PastOrderRepository repository = app.context.getBean(PastOrderRepository.class);
        List<Long> ids = repository.findIds(reader, Instant.EPOCH, Instant.parse("2100-01-01T00:00:00Z"));
        return repository.load(reader, ids, Duration.ofMinutes(1), true);
    }

    private static Map<String, ReplayedMessage> rehearsed() {
        MessageWriter writer =
                app.context.getBean(RehearsalWriterFactory.class).prepare().get();
        PlanHistory plan =
                PlanHistory.constant(app.context.getBean(NoticeRepository.class).findAll(reader));
        Map<String, ReplayedMessage> fates = new TreeMap<>();
        for (OrderPast order : past())
            for (ReplayedMessage m : OrderReplay.run(order, plan, writer, app.now()))
                fates.put(order.id() + " " + m.key(), m);
        return fates;
    }

    private static String end(ReplayedMessage m) {
        return m.heldFor() == null ? "sent" : m.heldFor().code().name();
    }

    @Test
    void saysTheSameToTheSamePeopleAtTheSameTime() {
        Map<String, Fate> live = live();
        Map<String, ReplayedMessage> rehearsed = rehearsed();
        assertThat(live).hasSizeGreaterThan(1_500);
        // A gateway that refused let another channel speak; a rehearsal takes all gateways to work.
        Set<String> refused = new HashSet<>();
        reader.sql("""
                        select order_id || ' ' || notice_id || '|' || parcel || '|' || occasion from message
                        where status = 'failed'""").query(rs -> {
            refused.add(rs.getString(1));
        });
        Set<String> missing = new HashSet<>(live.keySet());
        missing.removeAll(rehearsed.keySet());
        missing.removeIf(k -> refused.contains(k.substring(0, k.lastIndexOf('|'))));
        assertThat(missing).isEmpty();
        Set<String> invented = new HashSet<>(rehearsed.keySet());
        invented.removeAll(live.keySet());
        assertThat(invented).isEmpty();
        Map<String, String> otherwise = new TreeMap<>();
        rehearsed.forEach((key, m) -> {
            Fate fate = Objects.requireNonNull(live.get(key));
            String text = end(m);
            if (!text.equals(fate.end())) otherwise.put(key, fate.end() + " but " + text);
            else if (m.isSent() && !m.times().at().equals(fate.at()))
                otherwise.put(key, fate.at() + " but " + m.times().at());
        });
        assertThat(otherwise).isEmpty();
        assertThat(rehearsed.values().stream().map(RehearsalMatchesLiveTest::end))
                .contains("sent", "NO_CONSENT", "NO_ADDRESS", "OVERTAKEN");
        assertThat(rehearsed.values()).anyMatch(ReplayedMessage::isMoved);
    }

    @Test
    void writesWhatWasSent() {
        Map<String, String> sent = new TreeMap<>();
        reader.sql("""
                        select order_id, notice_id, parcel, occasion, channel, language, segments, cost from message
                        where sent_at is not null""").query(rs -> {
            sent.put(
                    rs.getString(1) + " " + rs.getString(2) + "|" + rs.getString(3) + "|" + rs.getString(4) + "|"
                            + rs.getString(5),
                    rs.getString(6) + " " + rs.getString(7) + " " + rs.getString(8));
        });
        Map<String, String> otherwise = new TreeMap<>();
        rehearsed().forEach((key, m) -> {
            String was = sent.get(key);
            if (was == null || m.written() == null) return;
            String is = m.written().language() + " " + m.written().segments() + " "
                    + (m.written().cost() == null
                            ? null
                            : m.written().cost().amount().toPlainString());
            if (!is.equals(was)) otherwise.put(key, was + " but " + is);
        });
        assertThat(otherwise).isEmpty();
    }

    /** The plan that was live all the time, beside what was really sent: nobody would have been sent anything else. */
    @Test
    void besideWhatWasSentNothingDiffers() {
        RunningApp.Person person = app.signedIn();
        RunningApp.Answer begun = person.call("POST", "/ui/rehearsals", "{\"compareWith\":\"sent\"}");
        assertThat(begun.status()).as(begun.body()).isEqualTo(201);
        String path =
                "/ui/rehearsals/" + begun.json().path("rehearsal").path("id").asString();
        await().atMost(Duration.ofSeconds(60)).until(() -> !person.call("GET", path, null)
                .json()
                .path("rehearsal")
                .path("progress")
                .path("status")
                .asString()
                .equals("running"));
        JsonNode done = person.call("GET", path, null).json().path("rehearsal");
        assertThat(done.path("comparedWith").asString()).isEqualTo("sent");
        JsonNode otherwise = person.call("GET", path + "/differences", null).json();
        // But for where a gateway refused what a rehearsal takes to have arrived.
        List<String> changed = reader.sql("""
                        select distinct o.number from message m join shop_order o on o.id = m.order_id
                        where m.status in ('failed', 'waiting', 'unsure')""").query(String.class).list();
        assertThat(otherwise.path("orders").valueStream().map(o -> o.path("number")
                        .asString()))
                .isSubsetOf(changed);
        assertThat(done.path("figures").path("messages").asInt()).isGreaterThan(1_000);
        int unreached = reader.sql("""
                        select count(distinct order_id || notice_id || parcel || occasion) from message f
                        where f.status = 'failed' and not exists (select 1 from message s
                        where s.order_id = f.order_id and s.notice_id = f.notice_id and s.parcel = f.parcel
                        and s.occasion = f.occasion and s.status in ('accepted', 'delivered', 'read', 'unsure'))""").query(Integer.class).single();
        assertThat(done.path("otherFigures").path("messages").asInt())
                .isEqualTo(done.path("figures").path("messages").asInt() - unreached);
    }
}
