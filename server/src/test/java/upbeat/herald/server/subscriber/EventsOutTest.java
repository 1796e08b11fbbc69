package upbeat.herald.server.subscriber;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.SignedCalls.verify;

import io.cloudevents.CloudEvent;
import io.cloudevents.jackson.JsonFormat;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.CallReceiver.Call;

/**
 * Other systems are told what happened, each thing once and in its order. The signatures are verified by the reference
 * library of the Standard Webhooks specification, the events read by the CloudEvents SDK.
 */
class EventsOutTest extends OwnAppTestCase {
    private static RunningApp.Person person;
    private static int parcels;
    private String subscriber;

    @BeforeEach
    void aSubscriber() {
        if (person == null) person = app.signedIn();
        app.world.storefront.receiver.start();
        subscriber = add("Warehouse", "[\"stage\",\"message\",\"answer\"]")
                .path("id")
                .asString();
    }

    @AfterEach
    void gone() {
        person.call("DELETE", "/ui/subscribers/" + subscriber, null);
    }

    private static String body(String name, String kinds) {
        return "{\"name\":\"%s\",\"url\":\"%s\",\"kinds\":%s,\"on\":true}"
                .formatted(name, app.world.storefront.receiver.url(), kinds);
    }

    private static JsonNode add(String name, String kinds) {
        RunningApp.Answer added = person.call("POST", "/ui/subscribers", body(name, kinds));
        assertThat(added.status()).as(added.body()).isEqualTo(201);
        return added.json();
    }

    private JsonNode subscriber() {
        return person.call("GET", "/ui/subscribers", null)
                .json()
                .path("subscribers")
                .valueStream()
                .filter(s -> s.path("id").asString().equals(subscriber))
                .findFirst()
                .orElseThrow();
    }

    private RunningApp.Answer act(String what, String body) {
        return person.call("POST", "/ui/subscribers/" + subscriber + "/" + what, body);
    }

    private JsonNode deliveries() {
        return person.call("GET", "/ui/subscribers/" + subscriber + "/deliveries", null)
                .json();
    }

    private static String dispatched() {
        String tracking = "HOP 0088 %04d 1".formatted(++parcels);
        String number = app.order("prepaid", "told" + parcels + "@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", tracking);
        app.scan("hopgate", tracking, "20", app.now());
        return number;
    }

    private static List<Call> about(String number) {
        return app.world.storefront.receiver.calls().stream()
                .filter(c -> c.body().contains("\"" + number + "\""))
                .toList();
    }

    private static CloudEvent read(Call call) {
        return new JsonFormat().deserialize(call.body().getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void stagesAndMessagesAreToldInTheirOrderWithoutAnybodysAddress() throws Exception {
        String number = dispatched();
        await().until(() ->
                about(number).stream().anyMatch(c -> read(c).getType().equals("upbeat.herald.message.accepted")));
        String secret = subscriber().path("secret").asString();
        for (Call call : about(number)) {
            verify(call, secret);
            CloudEvent event = read(call);
            assertThat(event.getId()).isEqualTo(call.id());
            assertThat(event.getSubject()).isEqualTo("kites/" + number);
            assertThat(event.getSource()).hasToString("/shops/kites");
            assertThat(call.body()).doesNotContain("@customer.example", "Ann");
        }
        assertThat(about(number).stream().map(c -> read(c).getType()).toList())
                .containsSubsequence("upbeat.herald.stage.reached", "upbeat.herald.message.accepted");
        assertThat(about(number).stream().map(Call::body))
                .anyMatch(b -> b.contains("\"stage\":\"dispatched\"") && b.contains("\"carrier\":\"hopgate\""));
        assertThat(about(number).stream().map(Call::id)).doesNotHaveDuplicates();
        assertThat(subscriber().path("behind").asInt()).isZero();
    }

    @Test
    void whoIsDownIsLeftAloneAndIsToldEverythingAfterwards() {
        app.world.storefront.receiver.stop();
        List<String> numbers = List.of(dispatched(), dispatched(), dispatched(), dispatched());
        await().until(() -> !subscriber().path("nextAt").isMissingNode()
                && !subscriber().path("nextAt").isNull());
        int tried = deliveries().size();
        assertThat(tried).as("after three in a row nothing more is tried").isEqualTo(EventRound.MOST_IN_ROW);
        app.world.storefront.receiver.start();
        app.advance("PT5M");
        await().atMost(Duration.ofSeconds(20)).untilAsserted(() -> {
            for (String number : numbers)
                assertThat(about(number).stream().map(c -> read(c).getType()))
                        .contains("upbeat.herald.stage.reached", "upbeat.herald.message.accepted");
            assertThat(subscriber().path("behind").asInt()).isZero();
        });
        assertThat(deliveries()
                        .valueStream()
                        .filter(d -> !d.path("state").asString().equals("taken")))
                .isEmpty();
        for (String number : numbers)
            assertThat(about(number).stream().map(Call::id)).as("each once").doesNotHaveDuplicates();
    }

    @Test
    void oneThatIsRefusedForGoodIsListedAndSentAgainWhenAsked() {
        app.world.storefront.receiver.answerNext(410, "Not here");
        String number = dispatched();
        await().until(() -> deliveries()
                .valueStream()
                .anyMatch(d -> d.path("state").asString().equals("failed")));
        JsonNode failed = deliveries()
                .valueStream()
                .filter(d -> d.path("state").asString().equals("failed"))
                .findFirst()
                .orElseThrow();
        assertThat(failed.path("said").asString()).contains("410", "Not here");
        assertThat(failed.path("order").asString()).isEqualTo(number);
        assertThat(act("deliveries/" + failed.path("seq").asLong() + "/again", null)
                        .status())
                .isEqualTo(204);
        await().until(() -> deliveries()
                .valueStream()
                .noneMatch(d -> d.path("state").asString().equals("failed")));
    }

    @Test
    void aSecretIsChangedWithoutAGap() throws Exception {
        String before = subscriber().path("secret").asString();
        assertThat(act("secret", null).status()).isEqualTo(200);
        String after = subscriber().path("secret").asString();
        assertThat(after).isNotEqualTo(before);
        String number = dispatched();
        await().until(() -> !about(number).isEmpty());
        verify(about(number).get(0), before);
        verify(about(number).get(0), after);
        app.advance("PT25H");
        String later = dispatched();
        await().until(() -> !about(later).isEmpty());
        verify(about(later).get(0), after);
        assertThatThrownBy(() -> verify(about(later).get(0), before)).isInstanceOf(Exception.class);
    }

    @Test
    void whatHappenedIsToldAgainFromAMomentOnUnderTheSameIds() {
        app.advance("PT1M");
        Instant since = app.now();
        String number = dispatched();
        await().until(() ->
                about(number).size() >= 3 && subscriber().path("behind").asInt() == 0);
        List<String> ids = about(number).stream().map(Call::id).toList();
        assertThat(act("replay", "{\"since\":\"" + since + "\"}").status()).isEqualTo(200);
        await().until(() -> about(number).size() == 2 * ids.size());
        assertThat(about(number).stream().map(Call::id).skip(ids.size()).toList())
                .isEqualTo(ids);
    }

    @Test
    void onlyWhatWasAskedForIsToldAndNothingToNobody() {
        person.call("PUT", "/ui/subscribers/" + subscriber, body("Warehouse", "[\"answer\"]"));
        String number = dispatched();
        app.settled(number, "on-its-way", 1);
        assertThat(subscriber().path("behind").asInt()).isZero();
        assertThat(about(number)).isEmpty();
    }

    @Test
    void wrongInputIsRefusedInWordsAndATestCallSaysWhatCameBack() {
        assertThat(person.call("POST", "/ui/subscribers", "{\"name\":\"\",\"url\":\"\",\"kinds\":[],\"on\":true}")
                        .body())
                .contains("Enter a name", "Choose at least one", "Enter an address");
        assertThat(person.call(
                                "POST",
                                "/ui/subscribers",
                                "{\"name\":\"X\",\"url\":\"ftp://x.example\",\"kinds\":[\"stage\"],\"on\":true}")
                        .body())
                .contains("can't be called there");
        assertThat(act("test", null).json().path("good").asBoolean()).isTrue();
        app.world.storefront.receiver.answerNext(500, "Broken");
        JsonNode bad = act("test", null).json();
        assertThat(bad.path("good").asBoolean()).isFalse();
        assertThat(bad.path("said").asString()).contains("500");
        assertThat(person.call("DELETE", "/ui/subscribers/sub_none", null).status())
                .isEqualTo(404);
    }
}
