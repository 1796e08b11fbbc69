package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.file.Path;
import java.time.Duration;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.SimulatedWorld;

/** A stop in the middle of sending: what is in hand is brought to its end, the rest goes out after the next start. */
class CleanStopTest {
    private static final int ORDERS = 60;

    private static String number(int i) {
        return "HOP 09%02d 0000 0".formatted(i);
    }

    private static long count(RunningApp app, String where) {
        return app.context
                .getBean(JdbcClient.class)
                .sql("select count(*) from message where " + where)
                .query(Long.class)
                .single();
    }

    @Test
    void leavesNothingUnsureLosesNothingAndDoublesNothing() {
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        Path data = RunningApp.folder();
        try {
            RunningApp first = RunningApp.start(world, data);
            for (int i = 0; i < ORDERS; i++) {
                String order = first.order("prepaid", "stop" + i + "@customer.example", null, "{}");
                first.parcel(order, "hopgate", number(i));
            }
            String scans = IntStream.range(0, ORDERS)
                    .mapToObj(i -> "{\"carrier\":\"hopgate\",\"trackingNumber\":\"" + number(i)
                            + "\",\"code\":\"20\",\"text\":null,\"at\":\"" + first.now() + "\",\"place\":\"Lund\"}")
                    .collect(Collectors.joining(",", "[", "]"));
            assertThat(first.api("POST", "/api/v1/scans", scans)
                            .json()
                            .path("accepted")
                            .asInt())
                    .isEqualTo(ORDERS);
            await().until(() -> count(first, "status = 'accepted'") > 0);
            first.close();

            RunningApp second = RunningApp.start(world, data);
            try {
                assertThat(count(second, "status = 'unsure'")).isZero();
                await().atMost(Duration.ofSeconds(60))
                        .until(() -> count(second, "status in ('planned', 'waiting', 'sending')") == 0);
                assertThat(count(second, "status = 'accepted'")).isEqualTo(ORDERS);
                for (int i = 0; i < ORDERS; i++)
                    assertThat(world.mailbox.to("stop" + i + "@customer.example"))
                            .as("order " + i)
                            .hasSize(1);
            } finally {
                second.close();
            }
        } finally {
            world.close();
        }
    }
}
