package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** What an operator watches. Read by a parser of its own, after the Prometheus text format 0.0.4. */
class DeliveryMetricsTest extends OwnAppTestCase {
    private static final Pattern SAMPLE = Pattern.compile(
            "([a-zA-Z_:][a-zA-Z0-9_:]*)(?:\\{((?:[a-zA-Z_][a-zA-Z0-9_]*=\"(?:[^\"\\\\\\n]|\\\\[\\\\\"n])*\",?)*)\\})? (NaN|[+-]?Inf|[-+0-9.eE]+)( \\d+)?");

    /** Every line is a sample, a comment or empty; each metric has one type. */
    private static Map<String, Double> scrape() {
        RunningApp.Answer answer = app.api("GET", "/actuator/prometheus", null);
        assertThat(answer.status()).isEqualTo(200);
        Map<String, Double> samples = new HashMap<>();
        Map<String, String> types = new HashMap<>();
        for (String line : answer.body().split("\n")) {
            if (line.isEmpty() || line.startsWith("# HELP ")) continue;
            if (line.startsWith("# TYPE ")) {
                String[] words = line.split(" ");
                assertThat(words[3]).isIn("counter", "gauge", "summary", "histogram", "untyped");
                assertThat(types.put(words[2], words[3])).as(line).isNull();
                continue;
            }
            Matcher m = SAMPLE.matcher(line);
            assertThat(m.matches()).as(line).isTrue();
            String labels = m.group(2) == null ? "" : "{" + m.group(2) + "}";
            assertThat(samples.put(m.group(1) + labels, Double.valueOf(m.group(3))))
                    .as(line)
                    .isNull();
        }
        return samples;
    }

    @Test
    void linesGatewaysWriterAndDatabaseAreMeasured() {
        Map<String, Double> first = scrape();
        assertThat(first)
                .containsEntry("herald_messages_due{channel=\"email\"}", 0.0)
                .containsEntry("herald_gateway_accounts{channel=\"sms\"}", 1.0)
                .containsEntry("herald_gateway_troubled{channel=\"email\"}", 0.0)
                .containsEntry("herald_messages_unsure", 0.0)
                .containsEntry("herald_backup_age_seconds", Double.NaN);
        assertThat(first.get("herald_database_size_bytes")).isGreaterThan(100_000);
        app.world.mail.stop();
        String number = app.order("prepaid", "late@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", "HOP 0055 0001 1");
        app.scan("hopgate", "HOP 0055 0001 1", "20", app.now());
        await().untilAsserted(() -> assertThat(app.message(number, "on-its-way", "email")
                        .path("status")
                        .asString())
                .isEqualTo("waiting"));
        app.advance("PT10M");
        Map<String, Double> then = scrape();
        assertThat(then.get("herald_messages_due{channel=\"email\"}")).isEqualTo(1);
        assertThat(then.get("herald_messages_oldest_seconds{channel=\"email\"}"))
                .isGreaterThanOrEqualTo(600);
        assertThat(then.get("herald_gateway_troubled{channel=\"email\"}")).isEqualTo(1);
        assertThat(then.get("herald_writer_commits_total")).isGreaterThan(first.get("herald_writer_commits_total"));
        app.world.mail.start();
    }

    @Test
    void figuresAreForKeysThatReadOnly() {
        assertThat(app.bare("GET", "/actuator/prometheus", null, Map.of()).status())
                .isEqualTo(401);
        assertThat(app.bare("GET", "/actuator/metrics", null, Map.of()).status())
                .isIn(401, 404);
        assertThat(app.api("GET", "/actuator/prometheus", null).body())
                .as("nobody's address")
                .doesNotContain("@");
    }

    private static Set<Thread> loops() {
        return Thread.getAllStackTraces().keySet().stream()
                .filter(t -> t.getName().equals("dispatch-sms"))
                .collect(Collectors.toSet());
    }

    private static int health(RunningApp of) {
        return of.bare("GET", "/actuator/health", null, Map.of()).status();
    }

    @Test
    void healthSaysWhenALoopHasDied() {
        Set<Thread> others = loops();
        try (RunningApp own = RunningApp.start()) {
            Thread loop = loops().stream()
                    .filter(t -> !others.contains(t))
                    .findFirst()
                    .orElseThrow();
            assertThat(health(own)).isEqualTo(200);
            loop.interrupt();
            await().untilAsserted(() -> assertThat(health(own)).isEqualTo(503));
            Dispatcher dispatcher = own.context.getBean(Dispatcher.class);
            assertThat(dispatcher.findDeadLoops()).containsExactly("dispatch-sms");
            dispatcher.stop();
            dispatcher.start();
            assertThat(health(own)).isEqualTo(200);
        }
    }
}
