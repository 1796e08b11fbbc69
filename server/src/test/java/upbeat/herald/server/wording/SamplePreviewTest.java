package upbeat.herald.server.wording;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** Where there is no order yet, every notice can be shown and tried with a sample. */
class SamplePreviewTest {
    private static RunningApp app;
    private static RunningApp.Person person;

    @BeforeAll
    static void start() {
        app = RunningApp.start();
        person = app.signedIn();
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    private static JsonNode preview(String notice, String channel, String pick) {
        RunningApp.Answer answer = person.call(
                "POST",
                "/ui/wording/preview",
                "{\"notice\":\"" + notice + "\",\"channel\":\"" + channel + "\",\"language\":\"en\",\"pick\":\"" + pick
                        + "\"}");
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    @Test
    void withoutOrdersTheFirstSampleIsShown() {
        JsonNode shown = preview("on-its-way", "email", "latest");
        assertThat(shown.path("order").path("sample").asString()).isEqualTo("One item");
        assertThat(shown.path("message").path("text").asString()).contains("Ann", "SP 0000 0001");
    }

    @ParameterizedTest
    @CsvSource({"on-its-way, email", "on-its-way, sms", "delivered, email", "is-it-yours, whatsapp", "coming-today, sms"
    })
    void everyNoticeAndChannelCanBeShown(String notice, String channel) {
        for (String kind : new String[] {"one-item", "many-items", "long-names", "two-parcels", "right-to-left"}) {
            JsonNode shown = preview(notice, channel, "sample-" + kind);
            assertThat(shown.path("held").isNull()).as(kind + ": " + shown).isTrue();
            assertThat(shown.path("message").path("text").asString()).as(kind).isNotBlank();
        }
    }

    @Test
    void twoParcelsAreTwo() {
        JsonNode shown = preview("on-its-way", "email", "sample-two-parcels");
        assertThat(shown.path("order").path("number").asString()).isEqualTo("SAMPLE-TWO-PARCELS");
    }

    @Test
    void missingValuesAreHeldOrFilledAsForARealCustomer() {
        JsonNode held = person.call("POST", "/ui/wording/preview", """
                {"notice":"on-its-way","channel":"sms","language":"en","pick":"sample-missing-values",
                "wording":{"text":"Hello {{customer.firstName}}, it is on its way"}}""").json();
        assertThat(held.path("held").asString()).contains("customer.firstName");
    }

    @Test
    void chipsShowTheOwnBrand() {
        JsonNode fields =
                person.call("GET", "/ui/wording/on-its-way/email", null).json().path("fields");
        assertThat(fields).isNotEmpty();
        assertThat(fields)
                .filteredOn(f -> f.path("name").asString().equals("customer.name"))
                .singleElement()
                .satisfies(f -> assertThat(f.path("sample").asString()).isEqualTo("Ann Sample"));
        assertThat(fields.toString()).doesNotContain("Ottoline");
    }
}
