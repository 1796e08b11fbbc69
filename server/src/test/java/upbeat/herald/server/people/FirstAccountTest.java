package upbeat.herald.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** An empty installation: who made it may make the first account, and nobody else. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FirstAccountTest {
    private static RunningApp app;
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        app = RunningApp.startWith(Map.of("herald.demo", "false"));
        person = app.visitor();
    }

    @AfterAll
    static void close() {
        app.close();
    }

    private static RunningApp.Answer first(String name, String password, String code) {
        return person.call(
                "POST",
                "/ui/first-account",
                "{\"name\":\"" + name + "\",\"password\":\"" + password + "\",\"code\":\"" + code + "\"}");
    }

    private static String code() {
        return app.context.getBean(FirstAccountCode.class).code();
    }

    @Test
    @Order(1)
    void withoutTheCodeOfTheConsoleNobodyGetsIn() {
        RunningApp.Answer guessed = first("Noor", "kites over the harbour", "AAAAA-AAAAA");
        assertThat(guessed.status()).isEqualTo(422);
        assertThat(guessed.body()).contains("\"code\"", "console and log");
        assertThat(person.call("GET", "/ui/session", null).json().path("empty").asBoolean())
                .isTrue();
    }

    @Test
    @Order(2)
    void passwordsThatAreGuessedFirstAreRefused() {
        for (String weak : new String[] {"passwordpassword", "123456789012", "qwertyuiop12", "aaaaaaaaaaaa", "short"})
            assertThat(first("Noor", weak, code()).status()).as(weak).isEqualTo(422);
        assertThat(first("Noor", "ä".repeat(40), code()).body())
                .as("80 bytes are more than BCrypt reads")
                .contains("too long");
    }

    @Test
    @Order(3)
    void theFirstAccountIsMadeOnceAndSignsIn() {
        RunningApp.Answer made = first("Noor", "kites over the harbour", code().toLowerCase());
        assertThat(made.status()).as(made.body()).isEqualTo(200);
        assertThat(made.json().path("apiKey").asString()).startsWith("hk_");
        assertThat(person.call("GET", "/ui/session", null).json().path("name").asString())
                .isEqualTo("Noor");
        assertThat(first("Other", "another long pass phrase", code()).status()).isEqualTo(422);
    }

    @Test
    @Order(4)
    void keysAreNamedListedByTheirBeginningAndRevoked() {
        JsonNode key = person.call("POST", "/ui/api-keys", "{\"name\":\"warehouse\",\"rights\":\"all\"}")
                .json();
        String secret = key.path("key").asString();
        Map<String, String> bearer = Map.of("Authorization", "Bearer " + secret);
        assertThat(app.bare("GET", "/api/v1/messages", null, bearer).status()).isEqualTo(200);
        JsonNode listed = person.call("GET", "/ui/api-keys", null).json().get(1);
        assertThat(listed.path("name").asString()).isEqualTo("warehouse");
        assertThat(secret).startsWith(listed.path("prefix").asString());
        assertThat(listed.path("prefix").asString()).hasSize(8);
        assertThat(listed.path("lastUsedAt").asString("")).isNotEmpty();
        assertThat(person.call("GET", "/ui/api-keys", null).body()).doesNotContain(secret);
        assertThat(person.call("POST", "/ui/api-keys", "{\"name\":\"Warehouse\",\"rights\":\"all\"}")
                        .status())
                .as("a name that is taken")
                .isEqualTo(422);
        assertThat(person.call("DELETE", "/ui/api-keys/" + listed.path("id").asInt(), null)
                        .status())
                .isEqualTo(204);
        assertThat(app.bare("GET", "/api/v1/messages", null, bearer).status())
                .as("at once, not when a cache forgets it")
                .isEqualTo(401);
        assertThat(person.call("DELETE", "/ui/api-keys/" + listed.path("id").asInt(), null)
                        .status())
                .isEqualTo(404);
    }

    @Test
    @Order(5)
    void signingInBringsANewToken() {
        RunningApp.Person other = app.visitor();
        other.call("GET", "/ui/session", null);
        String before = other.token();
        other.call("POST", "/ui/session", "{\"name\":\"Noor\",\"password\":\"kites over the harbour\"}");
        other.call("GET", "/ui/session", null);
        assertThat(before).isNotEmpty();
        assertThat(other.token()).isNotEmpty().isNotEqualTo(before);
    }

    @Test
    @Order(6)
    void anAccountIsNotGuessedFromManyAddresses() {
        int refused = 0;
        for (int i = 0; i < 45; i++) {
            int status = app.visitor()
                    .call(
                            "POST",
                            "/ui/session",
                            "{\"name\":\"Noor\",\"password\":\"guess " + i + "\"}",
                            Map.of("X-Forwarded-For", "198.51.100." + i))
                    .status();
            if (status == 429) refused++;
        }
        assertThat(refused).isPositive();
    }
}
