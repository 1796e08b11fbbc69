package upbeat.herald.server.api;

import static org.assertj.core.api.Assertions.assertThat;

import io.cloudevents.CloudEvent;
import io.cloudevents.core.builder.CloudEventBuilder;
import io.cloudevents.jackson.JsonFormat;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** Events as the CloudEvents SDK for Java (io.cloudevents) writes them, over a real socket. */
class EventsInTest {
    private final RunningApp app = RunningApp.shared();

    private RunningApp.Answer send(String type, String body, Map<String, String> more) {
        Map<String, String> headers = new LinkedHashMap<>(more);
        headers.put("Authorization", "Bearer " + RunningApp.KEY);
        headers.put("Content-Type", type);
        return app.bare("POST", "/api/v1/events", body, headers);
    }

    private static String event(String id, String type, String subject, String data) {
        CloudEvent event = CloudEventBuilder.v1()
                .withId(id)
                .withSource(URI.create("/shops/kites"))
                .withType(type)
                .withSubject(subject)
                .withData("application/json", data.getBytes(StandardCharsets.UTF_8))
                .withExtension("traceparent", "00-4bf92f3577b34da6a3ce929d0e0e4736-00f067aa0ba902b7-01")
                .build();
        return new String(new JsonFormat().serialize(event), StandardCharsets.UTF_8);
    }

    @Test
    void anOrderItsParcelAndAScanComeInAsEventsAndOnlyOnce() {
        String number = app.number();
        String order = event("order-" + number, EventIngestService.ORDER, "kites/" + number, """
                {"placedAt":"%s","customer":{"email":"events@customer.example"},"payment":"prepaid","currency":"SEK",
                "total":"10.00","items":[],"tags":[]}""".formatted(app.now()));
        RunningApp.Answer taken = send("application/cloudevents+json; charset=utf-8", order, Map.of());
        assertThat(taken.status()).as(taken.body()).isEqualTo(200);
        assertThat(taken.json().path("accepted").asInt()).isEqualTo(1);
        String tracking = "HOP 9" + number.replaceAll("\\D", "") + " 0000 1";
        String parcel = event(
                "parcel-" + number,
                EventIngestService.PARCEL,
                "kites/" + number,
                "{\"carrier\":\"hopgate\",\"trackingNumber\":\"" + tracking + "\"}");
        String scan = event(
                "scan-" + number,
                EventIngestService.SCAN,
                tracking,
                "{\"carrier\":\"hopgate\",\"trackingNumber\":\"" + tracking + "\",\"code\":\"20\",\"at\":\"" + app.now()
                        + "\"}");
        JsonNode batch = send(
                        "application/cloudevents-batch+json",
                        "[" + parcel + "," + scan + "," + order + ",{\"id\":\"\"}]",
                        Map.of())
                .json();
        assertThat(batch.path("accepted").asInt()).as(batch.toString()).isEqualTo(2);
        assertThat(batch.path("duplicate").asInt()).as("the order came before").isEqualTo(1);
        assertThat(batch.path("rejected").get(0).path("index").asInt()).isEqualTo(3);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");

        Map<String, String> binary = Map.of(
                "ce-specversion",
                "1.0",
                "ce-id",
                "binary-" + number,
                "ce-source",
                "/shops/kites",
                "ce-type",
                EventIngestService.SCAN);
        RunningApp.Answer late = send(
                "application/json",
                "[{\"carrier\":\"hopgate\",\"trackingNumber\":\"" + tracking + "\",\"code\":\"50\",\"at\":\""
                        + app.now() + "\"},{\"carrier\":\"nobody\"}]",
                binary);
        assertThat(late.json().path("accepted").asInt()).as(late.body()).isEqualTo(1);
        assertThat(late.json().path("rejected").size()).isEqualTo(1);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("delivered");
        assertThat(send("application/json", "[]", binary)
                        .json()
                        .path("duplicate")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    void whatIsNoEventOfOursIsRefusedOrLetPass() {
        assertThat(send("application/cloudevents+json", event("x1", "org.example.other", null, "{}"), Map.of())
                        .json()
                        .path("ignored")
                        .asInt())
                .isEqualTo(1);
        assertThat(send("application/cloudevents+json", "{\"id\":\"x\"}", Map.of())
                        .status())
                .isEqualTo(422);
        assertThat(send("application/cloudevents+json", event("x2", EventIngestService.ORDER, "kites", "{}"), Map.of())
                        .body())
                .contains("shop/number");
        assertThat(send(
                                "application/cloudevents+json",
                                event("x3", EventIngestService.ORDER, "kites/E-1", "{\"items\":5}"),
                                Map.of())
                        .status())
                .isEqualTo(422);
        assertThat(send(
                                "application/cloudevents+json",
                                event("x4", EventIngestService.PARCEL, "kites/none", "{}"),
                                Map.of())
                        .status())
                .isEqualTo(404);
        assertThat(send("text/plain", "hello", Map.of()).status()).isEqualTo(422);
    }
}
