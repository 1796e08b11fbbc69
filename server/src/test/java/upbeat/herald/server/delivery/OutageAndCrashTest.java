package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.HeraldApplication;
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
        int port = freePort();
        CountDownLatch onTheLine = new CountDownLatch(1);
        CountDownLatch never = new CountDownLatch(1);
        List<String> accepted = new ArrayList<>();
        try {
            Process first = launch(world, data, port);
            try (var app = new Remote(port)) {
                app.awaitUp();
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
                    app.dispatched(number, "kill" + i + "@customer.example");
                    accepted.add(number);
                }
                assertThat(onTheLine.await(20, java.util.concurrent.TimeUnit.SECONDS))
                        .isTrue();
                first.destroyForcibly().waitFor();
            }
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
                                        "/ui/messages/" + message.path("id").asString() + "/settle",
                                        "{\"arrived\":true}")
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

    private static Process launch(SimulatedWorld world, Path data, int port) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                HeraldApplication.class.getName(),
                "--herald.demo=true",
                "--herald.data=" + data,
                "--server.port=" + port));
        world.settings().forEach((k, v) -> command.add("--" + k + "=" + v));
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(data.resolve("first.log").toFile())
                .start();
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    /** The killed process, spoken to over its port. */
    private record Remote(int port) implements AutoCloseable {
        int call(String method, String path, String body) {
            try {
                var request = java.net.http.HttpRequest.newBuilder(
                                java.net.URI.create("http://127.0.0.1:" + port + path))
                        .timeout(Duration.ofSeconds(10))
                        .header("Content-Type", "application/json")
                        .header("Authorization", "Bearer " + RunningApp.KEY)
                        .method(
                                method,
                                body == null
                                        ? java.net.http.HttpRequest.BodyPublishers.noBody()
                                        : java.net.http.HttpRequest.BodyPublishers.ofString(body))
                        .build();
                return java.net.http.HttpClient.newHttpClient()
                        .send(request, java.net.http.HttpResponse.BodyHandlers.ofString())
                        .statusCode();
            } catch (IOException e) {
                return 0;
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }

        void awaitUp() {
            await().atMost(Duration.ofSeconds(60)).until(() -> call("GET", "/bench/clock", null) == 200);
        }

        void dispatched(String number, String email) {
            assertThat(call(
                            "PUT",
                            "/api/v1/orders/kites/" + number,
                            "{\"placedAt\":\"2026-11-24T12:00:00Z\",\"customer\":{\"name\":\"A\",\"email\":\"" + email
                                    + "\"},\"items\":[{\"name\":\"Kite\",\"quantity\":1}]}"))
                    .isEqualTo(201);
            assertThat(call(
                            "POST",
                            "/api/v1/orders/kites/" + number + "/parcels",
                            "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP " + number
                                    + "\",\"dispatchedAt\":\"2026-11-24T13:00:00Z\"}"))
                    .isEqualTo(201);
        }

        @Override
        public void close() {}
    }
}
