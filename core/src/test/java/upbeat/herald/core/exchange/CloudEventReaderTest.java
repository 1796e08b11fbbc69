package upbeat.herald.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.Checks;
import upbeat.herald.core.HeraldException;

/** By the cases of cloudevents.json, which names the specification and the two SDKs that judged them. */
class CloudEventReaderTest {
    private static final String STRUCTURED = "application/cloudevents+json";

    static Stream<JsonNode> vectors() {
        return Checks.list("cloudevents.json", "vectors");
    }

    private static CloudEventReader.Events read(String type, String body) {
        return CloudEventReader.read(type, Map.of(), body.getBytes(StandardCharsets.UTF_8));
    }

    @ParameterizedTest
    @MethodSource("vectors")
    void whatAConsumerMustTakeAndRefuse(JsonNode c) {
        boolean accept = c.path("accept").asBoolean();
        CloudEventReader.Entry alone =
                read(STRUCTURED, c.path("event").toString()).entries().get(0);
        assertThat(alone.event() != null).as(c.path("name").asString()).isEqualTo(accept);
        assertThat(alone.fault() == null).isEqualTo(accept);
        CloudEventReader.Events batch =
                read("application/cloudevents-batch+json; charset=utf-8", "[" + c.path("event") + "]");
        assertThat(batch.isBatch()).isTrue();
        assertThat(batch.entries().get(0).event() != null).isEqualTo(accept);
        if (accept) assertThat(alone.event().id()).isEqualTo("A234-1234-1234");
    }

    @Test
    void bothBindingsOfTheSameEventSayTheSame() {
        Map<String, CloudEvent> read = new HashMap<>();
        Checks.map("cloudevents.json", "httpBinding").forEach(binding -> {
            Map<String, String> headers = new HashMap<>();
            binding.getValue()
                    .path("headers")
                    .properties()
                    .forEach(h -> headers.put(
                            h.getKey().toLowerCase(Locale.ROOT), h.getValue().asString()));
            read.put(
                    binding.getKey(),
                    CloudEventReader.read(
                                    headers.get("content-type"),
                                    headers,
                                    binding.getValue().path("body").asString().getBytes(StandardCharsets.UTF_8))
                            .entries()
                            .get(0)
                            .event());
        });
        assertThat(read).hasSize(2);
        assertThat(read.get("binary")).isNotNull().isEqualTo(read.get("structured"));
        assertThat(read.get("binary").data().path("stage").asString()).isEqualTo("delivered");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "[]",
                "1",
                "{\"specversion\":1.0,\"id\":\"1\",\"source\":\"/a\",\"type\":\"t\"}",
                "{\"specversion\":\"1.0\",\"id\":\"1\",\"source\":\"a b\",\"type\":\"t\"}",
                "{\"specversion\":\"1.0\",\"id\":\"1\",\"source\":\"/a\",\"type\":\"t\",\"time\":\"yesterday\"}",
                "{\"specversion\":\"1.0\",\"id\":\"1\",\"source\":\"/a\",\"type\":\"t\",\"ext\":{}}",
                "{\"specversion\":\"1.0\",\"id\":\"1\",\"source\":\"/a\",\"type\":\"t\",\"data\":1,\"data_base64\":\"eA==\"}",
                "{\"specversion\":\"1.0\",\"id\":\"1\",\"source\":\"/a\",\"type\":\"t\",\"data_base64\":\"eA==\"}"
            })
    void whatIsNoEventSaysWhy(String body) {
        assertThat(read(STRUCTURED, body).entries().get(0).fault()).isNotBlank();
    }

    @Test
    void whatCantBeReadAtAllIsRefused() {
        assertThatThrownBy(() -> read(STRUCTURED, "{")).isInstanceOf(HeraldException.class);
        assertThatThrownBy(() -> read("application/cloudevents-batch+json", "{}"))
                .hasMessageContaining("array");
        assertThatThrownBy(() -> read("application/json", "{}")).hasMessageContaining("ce-type");
        assertThatThrownBy(() -> read(null, "")).isInstanceOf(HeraldException.class);
        assertThatThrownBy(() -> CloudEventReader.read(
                        "text/plain", Map.of("ce-specversion", "1.0"), "x".getBytes(StandardCharsets.UTF_8)))
                .hasMessageContaining("application/json");
        assertThatThrownBy(() ->
                        read("application/cloudevents-batch+json", "[" + "1,".repeat(CloudEventReader.MOST) + "1]"))
                .hasMessageContaining("up to");
    }
}
