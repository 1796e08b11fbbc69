package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.Mailbox;
import upbeat.herald.standins.SimulatedWorld;

class OutageAndCrashTest {
    private static final String ALL = "{\"email\":true,\"sms\":true,\"whatsapp\":true}";

    @Test
    void messagesWaitForTheirGatewayAndGoOnceWhenItIsBack() {
        try (RunningApp app = RunningApp.start()) {
            Map.of("smtp", "email", "sms", "sms", "chat", "whatsapp").forEach((server, channel) -> {
                app.world.server(server).stop();
                String number =
                        switch (channel) {
                            case "email" -> app.order("cash-on-delivery", "out@customer.example", null, ALL);
                            case "sms" -> app.order("cash-on-delivery", null, "+46701740621", "{\"whatsapp\":false}");
                            default -> app.order("cash-on-delivery", null, "+46701740622", ALL);
                        };
                app.advance("PT15M");
                await().untilAsserted(() -> assertThat(app.message(number, "is-it-yours", channel)
                                .path("status")
                                .asString())
                        .isEqualTo("waiting"));
                assertThat(app.message(number, "is-it-yours", channel)
                                .path("reason")
                                .asString())
                        .contains("can't be reached");
                app.world.server(server).start();
                await().atMost(Duration.ofSeconds(20))
                        .untilAsserted(() -> assertThat(app.message(number, "is-it-yours", channel)
                                        .path("status")
                                        .asString())
                                .isIn("accepted", "delivered"));
            });
            assertThat(app.world.mailbox.to("out@customer.example")).hasSize(1);
            assertThat(app.world.phones.on("+46701740621")).hasSize(1);
            assertThat(app.world.phones.on("+46701740622")).hasSize(1);
        }
    }

    /**
     * The process is killed while mails are on the line: what was acknowledged to us is there afterwards, and no
     * customer gets anything twice.
     */
    @Test
    void aKilledProcessLosesNothingAndDoublesNothing() throws Exception {
        SimulatedWorld world = new SimulatedWorld();
        world.start();
        Path data = RunningApp.folder();
        CountDownLatch onTheLine = new CountDownLatch(1);
        CountDownLatch never = new CountDownLatch(1);
        List<String> accepted = new ArrayList<>();
        try {
            OtherProcess killed = OtherProcess.launch(world, data);
            killed.awaitUp();
            world.mail.beforeAnswer(to -> {
                if (world.mailbox.all().size() < 5) return;
                onTheLine.countDown();
                try {
                    never.await();
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
            });
            for (int i = 0; i < 20; i++) {
                String number = "K-" + i;
                killed.dispatched(number, "kill" + i + "@customer.example");
                accepted.add(number);
            }
            assertThat(onTheLine.await(20, java.util.concurrent.TimeUnit.SECONDS))
                    .isTrue();
            killed.kill();
            never.countDown();
            world.mail.beforeAnswer(to -> {});
            try (RunningApp app = RunningApp.start(world, data)) {
                await().atMost(Duration.ofSeconds(30)).untilAsserted(() -> assertThat(accepted)
                        .allSatisfy(n -> assertThat(app.message(n, "on-its-way", "email")
                                        .path("status")
                                        .asString("lost"))
                                .isIn("accepted", "unsure")));
                assertThat(accepted.stream().filter(n -> app.message(n, "on-its-way", "email")
                                .path("status")
                                .asString()
                                .equals("unsure")))
                        .as("those on the line are for a person to settle")
                        .isNotEmpty();
                assertThat(world.mailbox.all().stream().map(Mailbox.Mail::to))
                        .as("nobody twice")
                        .doesNotHaveDuplicates();
                String unsure = accepted.stream()
                        .filter(n -> app.message(n, "on-its-way", "email")
                                .path("status")
                                .asString()
                                .equals("unsure"))
                        .findFirst()
                        .orElseThrow();
                JsonNode message = app.message(unsure, "on-its-way", "email");
                assertThat(app.signedIn()
                                .call(
                                        "POST",
                                        "/ui/messages/" + message.path("id").asString() + "/act",
                                        "{\"as\":\"delivered\"}")
                                .status())
                        .isEqualTo(200);
                assertThat(app.message(unsure, "on-its-way", "email")
                                .path("status")
                                .asString())
                        .isEqualTo("accepted");
            }
        } finally {
            world.close();
        }
    }
}
