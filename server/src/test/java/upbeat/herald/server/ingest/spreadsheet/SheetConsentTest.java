package upbeat.herald.server.ingest.spreadsheet;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** A sheet says which channels a customer agreed to; what it doesn't say stays as it was. */
class SheetConsentTest {
    private final RunningApp app = RunningApp.shared();
    private final RunningApp.Person person = app.signedIn();

    private JsonNode load(String text) {
        JsonNode sheet = person.upload("/ui/sheets?kind=orders", "consents", text.getBytes(StandardCharsets.UTF_8))
                .json();
        return person.call("POST", "/ui/sheets/" + sheet.path("id").asString(), null)
                .json();
    }

    private String consent(String number) {
        return app.api("GET", "/api/v1/orders/consents/" + number, null)
                .json()
                .path("consent")
                .toString();
    }

    @Test
    void eachChannelHasAColumn() {
        JsonNode done = load("order,email,phone,country,E-mail opt-in,SMS consent,WhatsApp consent\n"
                + "C-1,c1@customer.example,+46701740641,SE,yes,nein,JA\nC-2,c2@customer.example,,SE,,,\n");
        assertThat(done.path("created").asInt()).as(done.toString()).isEqualTo(2);
        assertThat(consent("C-1")).isEqualTo("{\"email\":true,\"sms\":false,\"whatsapp\":true}");
        assertThat(consent("C-2")).doesNotContain("true", "false");
        load("order,SMS consent\nC-1,yes\n");
        assertThat(consent("C-1"))
                .as("an empty cell, and a column that isn't there, change nothing")
                .isEqualTo("{\"email\":true,\"sms\":true,\"whatsapp\":true}");
    }

    @Test
    void whatIsNeitherYesNorNoIsRefusedInWords() {
        JsonNode sheet = person.upload(
                        "/ui/sheets?kind=orders",
                        "consents",
                        "order,email,WhatsApp consent\nC-9,c9@customer.example,perhaps\n"
                                .getBytes(StandardCharsets.UTF_8))
                .json();
        assertThat(sheet.path("refused").asInt()).isEqualTo(1);
        assertThat(sheet.path("rows").path(0).path("reason").asString())
                .isEqualTo("\"perhaps\" in whatsapp consent: enter yes or no");
    }
}
